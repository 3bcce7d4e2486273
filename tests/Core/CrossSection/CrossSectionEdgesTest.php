<?php

declare(strict_types=1);

namespace Tests\Core\CrossSection;

use Logion\Comparison\CrossSectionalRegression;
use Logion\Comparison\InvalidRegression;
use Logion\CrossSection\Cleaning;
use Logion\CrossSection\UniversePeers;
use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\Functions;
use Logion\Formula\Shape\PlaceAmongCompanies;
use Logion\Screening\Checklist;
use PHPUnit\Framework\TestCase;

final class CrossSectionEdgesTest extends TestCase
{
    use MakesUniverses;

    public function test_proposals_to_clean_say_what_is_missing_and_what_lies_far_out(): void
    {
        $universe = self::of(['price_to_earnings' => [10.0, 11.0, 12.0, 13.0, 14.0, 900.0, Absence::of(Reason::NotMeaningful)]]);
        $proposals = array_column(Cleaning::proposals($universe, [0, 1, 2, 3, 4, 5, 6], ['price_to_earnings']), null, 'position');
        $this->assertSame([5, 6], array_keys($proposals));
        $this->assertSame(['outlier', 900.0, 'value'], [$proposals[5]['kind'], $proposals[5]['value'], $proposals[5]['state']]);
        $this->assertSame(['missing', null, 'not_meaningful'], [$proposals[6]['kind'], $proposals[6]['value'], $proposals[6]['state']]);
        $this->assertSame(12.5, $proposals[5]['median']);
    }

    public function test_a_regression_names_the_variable_that_has_no_formula(): void
    {
        $good = ['formula' => 'price_to_earnings'];
        $this->assertInstanceOf(
            CrossSectionalRegression::class,
            CrossSectionalRegression::fromArray(['dependent' => $good, 'regressors' => [['formula' => 'return_on_equity', 'log' => true]]]),
        );
        foreach (['price_to_earnings', ['formula' => ' '], ['formula' => 3], ['log' => true], null] as $bad) {
            foreach ([['dependent' => $bad, 'regressors' => [$good]], ['dependent' => $good, 'regressors' => [$bad]]] as $data) {
                try {
                    CrossSectionalRegression::fromArray($data);
                    $this->fail((string) json_encode($data));
                } catch (InvalidRegression $error) {
                    $this->assertStringContainsString('has no formula', $error->getMessage());
                }
            }
        }
    }

    public function test_a_company_outside_of_the_universe_has_no_peers_and_says_so(): void
    {
        $peers = new UniversePeers(self::of(['price_to_earnings' => [1.0, 2.0, 3.0, 4.0, 5.0, 6.0]]));
        $this->assertSame(3.0, $peers->metric('price_to_earnings', 3));
        $this->assertSame(1.0, $peers->metric('price_to_earnings', 1), 'the first stands at position zero');
        $median = Functions::get('sector_median');
        $tree = \Logion\Metric\Catalogue::builtIn()->parse('price_to_earnings');
        $this->assertSame(3.5, $peers->standing($median, $tree, 1.0, 1));
        $spread = $peers->spread($tree, 1);
        $this->assertEqualsWithDelta([1.5, 3.5, 5.5], [$spread?->low, $spread?->median, $spread?->high], 1e-12, 'without the tails');
        $this->assertNull($peers->spread($tree, 99));
        $few = new UniversePeers(self::of(['price_to_earnings' => [1.0, 2.0, 3.0, 4.0, Absence::of(Reason::NotMeaningful)]]));
        $this->assertNull($few->spread($tree, 1), 'four have a value');
        foreach ([$peers->metric('price_to_earnings', 99), $peers->standing($median, $tree, 1.0, 99)] as $answer) {
            $this->assertInstanceOf(Absence::class, $answer);
            $this->assertSame('The company is not in the universe of this day.', $answer->sentence());
        }
    }

    public function test_a_chosen_group_stands_for_the_sector_however_small(): void
    {
        $universe = self::of(['price_to_earnings' => [1.0, 2.0, 3.0, 4.0, Absence::of(Reason::NotMeaningful), 60.0]]);
        $tree = \Logion\Metric\Catalogue::builtIn()->parse('price_to_earnings');
        $of = static fn (array $group, string $function = 'sector_median'): float|Absence => (new UniversePeers(
            $universe,
            group: $group,
        ))->standing(Functions::get($function), $tree, 2.0, 2);
        $this->assertSame(2.5, $of([1, 2]));
        $this->assertSame(60.0, $of([5]));
        $this->assertInstanceOf(Absence::class, $of([4]));
        $this->assertInstanceOf(Absence::class, $of([]));
        $this->assertSame(0.75, $of([0, 1], 'sector_percentile'));
        $this->assertSame(
            (new UniversePeers($universe))->standing(Functions::get('universe_percentile'), $tree, 2.0, 2),
            $of([5], 'universe_percentile'),
        );
        $loss = Absence::of(Reason::NotMeaningful);
        $peers = new UniversePeers($universe, group: [0, 4, 5]);
        $this->assertSame($loss, $peers->standing(Functions::get('sector_percentile'), $tree, $loss, 1));
        $spread = $peers->spread($tree, 2);
        $this->assertSame([1.0, 60.0], [$spread?->low, $spread?->high], 'of so few none is a tail');
        $this->assertNull((new UniversePeers($universe, group: [4]))->spread($tree, 2));
    }

    public function test_the_places_of_all_in_one_walk_are_those_of_each(): void
    {
        mt_srand(9);
        foreach (['universe_percentile', 'sector_rank', 'sector_percentile'] as $name) {
            $function = Functions::get($name);
            $this->assertInstanceOf(PlaceAmongCompanies::class, $function);
            for ($round = 0; $round < 50; $round++) {
                $sorted = array_map(static fn (): float => mt_rand(-5, 5) * 0.5 * (1 + mt_rand(-2, 2) * 2.0 ** -41), range(0, 12));
                sort($sorted);
                $this->assertSame(
                    array_map(static fn (float $own): float => $function->standing($sorted, $own), $sorted),
                    $function->standings($sorted),
                    $name,
                );
            }
        }
    }

    public function test_a_trend_through_years_rises_falls_or_is_level_whatever_the_size(): void
    {
        foreach ([1.0, 1e9] as $size) {
            $of = static fn (?float ...$values): ?string => Checklist::trend(
                array_map(static fn (?float $x): ?float => $x === null ? null : $size * $x, array_values($values)),
            );
            $this->assertSame(['rising', 'falling', 'level'], [$of(1.0, 2.0, 3.0), $of(3.0, 2.5, 2.0), $of(5.0, 5.0, 5.0)]);
            $this->assertSame('rising', $of(-3.0, -2.0, -1.0));
            $this->assertSame(['rising', 'falling'], [$of(10.0, null, 10.9, 11.1), $of(11.1, 10.9, null, 10.0)]);
            $this->assertNull($of(1.0, null, 3.0));
            $this->assertSame('level', $of(0.0, 0.0, 0.0));
        }
        // The slope a year over the mean size: just below and above the limit.
        $this->assertSame(['level', 'rising'], [Checklist::trend([100.0, 100.9, 101.8]), Checklist::trend([100.0, 104.0, 108.0])]);
    }
}
