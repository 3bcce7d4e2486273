<?php

declare(strict_types=1);

namespace Tests\Core\Comparison;

use Logion\Comparison\InvalidRanking;
use Logion\Comparison\OwnMetricDefinition;
use Logion\Comparison\Ranking;
use Logion\Comparison\RankingResult;
use Logion\CrossSection\Mask;
use Logion\CrossSection\Universe;
use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Metric\Catalogue;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\CrossSection\MakesUniverses;

final class RankingTest extends TestCase
{
    use MakesUniverses;

    private static function five(): Universe
    {
        return self::of(
            ['return_on_equity' => [0.1, 0.2, 0.3, 0.2, Absence::of(Reason::Missing)], 'price_to_book' => [1.0, 2.0, 4.0, 3.0, 0.5]],
            ['sector' => ['10', '10', '20', '20', '20']],
        );
    }

    /** @param  array<string, mixed>  $more */
    private static function ranked(Universe $universe, array $more = []): RankingResult
    {
        $ranking = Ranking::fromArray([
            ...[
                'components' => [
                    ['formula' => 'return_on_equity', 'weight' => 3, 'better' => 'higher'],
                    ['formula' => 'price_to_book', 'weight' => 1, 'better' => 'lower'],
                ],
                'combination' => 'rank',
            ],
            ...$more,
        ]);

        return $ranking->of($universe, $universe->positions());
    }

    public function test_points_by_place_are_weighted_and_added(): void
    {
        // Return: 1, 2.5, 4, 2.5 points; price to book, lower better, of five: 4, 3, 1, 2, 5. Shares ¾ and ¼.
        $result = self::ranked(self::five());
        $this->assertSame([2 => 3.25, 1 => 2.625, 3 => 2.375, 0 => 1.75], $result->scores());
        $this->assertSame([2 => 1, 1 => 2, 3 => 3, 0 => 4], $result->places());
        $this->assertSame([4], $result->leftOut);
        $this->assertSame([0.75 * 4, 0.25 * 1], $result->rows()[0]['contributions']);
        $this->assertSame([0.3, 4.0], $result->rows()[0]['values']);
    }

    /** @return iterable<string, array{string, float}> */
    public static function rules(): iterable
    {
        // The company without a return has 5 points for price to book: ¼ × 5 = 1.25, and ¾ of the rule's score.
        yield 'worst' => ['worst', 0.75 * 1 + 1.25];
        yield 'best' => ['best', 0.75 * 4 + 1.25];
        yield 'mean' => ['mean', 0.75 * 2.5 + 1.25];
        yield 'zero' => ['zero', 1.25];
    }

    #[DataProvider('rules')]
    public function test_the_rule_for_missing_values_decides_what_they_count(string $rule, float $score): void
    {
        $result = self::ranked(self::five(), ['missing' => $rule]);
        $this->assertSame([], $result->leftOut);
        $this->assertEqualsWithDelta($score, $result->scores()[4], 1e-12);
    }

    public function test_within_a_sector_companies_compare_with_their_own(): void
    {
        $result = self::ranked(self::five(), ['within' => 'sector', 'combination' => 'percentile']);
        // Sector 10: returns 0.1 and 0.2 are at 0.25 and 0.75, price to book 1 and 2 at 0.75 and 0.25.
        $this->assertEqualsWithDelta(0.75 * 0.25 + 0.25 * 0.75, $result->scores()[0], 1e-12);
        $this->assertEqualsWithDelta(0.75 * 0.75 + 0.25 * 0.25, $result->scores()[1], 1e-12);
    }

    public function test_standard_scores_are_of_values_pulled_in(): void
    {
        $universe = self::of(['return_on_equity' => [1.0, 2.0, 3.0, 4.0, 1000.0]]);
        $scores = Ranking::fromArray(['components' => [['formula' => 'return_on_equity']], 'combination' => 'z_score'])
            ->of($universe, range(0, 4))
            ->scores();
        // Quantiles at 2.5 % and 97.5 % of five values: 1.1 and 900.4.
        $pulled = [1.1, 2.0, 3.0, 4.0, 900.4];
        $mean = array_sum($pulled) / 5;
        $deviation = sqrt(array_sum(array_map(static fn (float $x): float => ($x - $mean) ** 2, $pulled)) / 4);
        foreach ($pulled as $i => $x) {
            $this->assertEqualsWithDelta(($x - $mean) / $deviation, $scores[$i], 1e-9);
        }
    }

    public function test_of_values_all_equal_none_stands_out(): void
    {
        $universe = self::of(['return_on_equity' => [0.3, 0.3, 0.3, 0.3]]);
        $scores = Ranking::fromArray(['components' => [['formula' => 'return_on_equity']], 'combination' => 'z_score'])
            ->of($universe, range(0, 3))
            ->scores();
        $this->assertSame([0.0, 0.0, 0.0, 0.0], array_values($scores));
    }

    public function test_a_fault_of_a_component_names_it_by_its_number(): void
    {
        foreach ([1, 2, 3] as $bad) {
            $components = array_fill(0, 3, ['formula' => 'return_on_equity']);
            $components[$bad - 1]['weight'] = -1;
            try {
                Ranking::fromArray(['components' => $components]);
                $this->fail("Component {$bad} was taken.");
            } catch (\Logion\Comparison\InvalidRanking $error) {
                $this->assertStringContainsString("component {$bad}", $error->getMessage());
            }
        }
    }

    public function test_places_by_rank_or_percentile_do_not_change_under_a_rising_transformation(): void
    {
        $universe = self::drawn(3);
        foreach (['rank', 'percentile'] as $combination) {
            $of = static fn (string $formula): array => Ranking::fromArray([
                'components' => [['formula' => $formula, 'weight' => 2], ['formula' => 'price_to_book', 'better' => 'lower']],
                'combination' => $combination,
            ])
                ->of($universe, range(0, 199))
                ->places();
            $this->assertSame($of('return_on_equity'), $of('return_on_equity * 7 + 2'));
        }
    }

    public function test_only_the_shares_of_weights_count(): void
    {
        $universe = self::drawn(4);
        $of = static fn (float $a, float $b): array => Ranking::fromArray([
            'components' => [
                ['formula' => 'return_on_equity', 'weight' => $a],
                ['formula' => 'price_to_book', 'weight' => $b, 'better' => 'lower'],
            ],
        ])
            ->of($universe, range(0, 199))
            ->places();
        $this->assertSame($of(1, 4), $of(25, 100));
        $this->assertSame(
            [0.2, 0.8],
            Ranking::fromArray(['components' => [['formula' => 'a', 'weight' => 1], ['formula' => 'b', 'weight' => 4]]])->shares(),
        );
    }

    public function test_turning_every_direction_turns_the_order(): void
    {
        $universe = self::drawn(6);
        $of = static fn (string $a, string $b): array => array_column(
            Ranking::fromArray([
                'components' => [
                    ['formula' => 'return_on_equity', 'better' => $a, 'weight' => 1.37],
                    ['formula' => 'price_to_earnings', 'better' => $b],
                ],
            ])
                ->of($universe, range(0, 199))
                ->rows(),
            'score',
        );
        $up = $of('higher', 'lower');
        $down = array_reverse($of('lower', 'higher'));
        foreach ($up as $i => $score) {
            $this->assertEqualsWithDelta(1.0, $score + $down[$i], 1e-12, 'Percentiles of a figure and its opposite add up to one.');
        }
    }

    public function test_what_another_rule_would_change_is_what_ranking_by_it_shows(): void
    {
        $universe = self::drawn(5);
        $ranking = Ranking::fromArray([
            'components' => [['formula' => 'return_on_equity'], ['formula' => 'price_to_book', 'better' => 'lower']],
            'missing' => 'mean',
        ]);
        $effects = $ranking->otherRules($universe, range(0, 199));
        $this->assertSame(['worst', 'best', 'zero', 'leave_out'], array_keys($effects));
        $before = $ranking->of($universe, range(0, 199))->places();
        $after = Ranking::fromArray([...$ranking->toArray(), 'missing' => 'worst'])
            ->of($universe, range(0, 199))
            ->places();
        $moved = count(
            array_filter(
                $before,
                static fn (int $place, int $position): bool => abs($place - $after[$position]) > 10,
                ARRAY_FILTER_USE_BOTH,
            ),
        );
        $this->assertSame($moved, $effects['worst']['moved']);
        $this->assertGreaterThan(0, $moved);
        $this->assertLessThan(200, $effects['leave_out']['ranked']);
    }

    public function test_a_saved_ranking_is_a_column_and_stands_in_criteria(): void
    {
        $figures = ['return_on_equity' => [0.1, 0.2, 0.3, Absence::of(Reason::Missing)]];
        $catalogue = Catalogue::builtIn()->with(
            OwnMetricDefinition::make('quality_place', 'Quality place', 'ranking', ['components' => [['formula' => 'return_on_equity']]]),
        );
        $universe = self::of($figures, catalogue: $catalogue);
        $this->assertSame([3.0, 2.0, 1.0, null], array_map($universe->column('quality_place')->at(...), [0, 1, 2, 3]));
        $this->assertSame([1, 2], Mask::positions($universe->decide($catalogue->parse('quality_place <= 2'))->true()));
        $this->assertGreaterThan($universe->column('quality_place_score')->at(0), $universe->column('quality_place_score')->at(2));
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function bad(): iterable
    {
        $one = ['formula' => 'price_to_book'];
        yield 'nothing' => [[], 'components'];
        yield 'too many' => [['components' => array_fill(0, 21, $one)], 'components'];
        yield 'a weight of zero' => [['components' => [[...$one, 'weight' => 0]]], 'weight'];
        yield 'a negative weight' => [['components' => [[...$one, 'weight' => -1]]], 'weight'];
        yield 'an absurd weight' => [['components' => [[...$one, 'weight' => 1e99]]], 'weight'];
        yield 'a weight in words' => [['components' => [[...$one, 'weight' => 'much']]], 'weight'];
        yield 'no direction' => [['components' => [[...$one, 'better' => 'sideways']]], 'higher'];
        yield 'no formula' => [['components' => [['weight' => 1]]], 'formula'];
        yield 'an unknown combination' => [['components' => [$one], 'combination' => 'magic'], 'rank, percentile'];
        yield 'an unknown rule' => [['components' => [$one], 'missing' => 'guess'], 'worst, best'];
        yield 'an unknown frame' => [['components' => [$one], 'within' => 'galaxy'], 'within'];
    }

    /** @param  array<string, mixed>  $data */
    #[DataProvider('bad')]
    public function test_what_is_no_ranking_is_refused_with_the_reason(array $data, string $part): void
    {
        $this->expectException(InvalidRanking::class);
        $this->expectExceptionMessage($part);
        Ranking::fromArray($data);
    }
}
