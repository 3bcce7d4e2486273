<?php

declare(strict_types=1);

namespace Tests\Core\Screening;

use Logion\CrossSection\Cleaning;
use Logion\CrossSection\GroupLines;
use Logion\CrossSection\Mask;
use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Screening\Checklist;
use Logion\Screening\Condition;
use Logion\Screening\Funnel;
use Logion\Screening\ReadyScreens;
use Logion\Screening\Scorecard;
use Logion\Screening\ScreenDefinition;
use Logion\Screening\Thresholds;
use Logion\Screening\Warnings;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;
use Tests\Core\CrossSection\MakesUniverses;

final class ScoringTest extends TestCase
{
    use MakesUniverses;

    public function test_a_list_is_scored_with_failures_and_undecidables_apart(): void
    {
        $universe = self::of(['price_to_book' => [1.0, 3.0, Absence::of(Reason::Missing)], 'return_on_equity' => [0.2, 0.2, 0.05]]);
        $screen = ScreenDefinition::fromArray([
            'criteria' => ['price_to_book < 2', 'return_on_equity > 0.1', ['formula' => 'price_to_book > 99', 'active' => false]],
        ]);
        $rows = Scorecard::of($screen, $universe, [0, 1, 2]);
        $this->assertSame(
            [[0, 2, 0, 0], [1, 1, 1, 0], [2, 0, 1, 1]],
            array_map(static fn (array $row): array => [$row['position'], $row['passed'], $row['failed'], $row['undecidable']], $rows),
        );
        $this->assertSame(
            ['state' => 'fail', 'actual' => 3.0, 'required' => 2.0, 'slack' => -1.0, 'relative' => -0.5],
            $rows[1]['marks'][0],
        );
        $this->assertNull($rows[2]['marks'][0]['slack']);
    }

    public function test_who_passes_everything_survives_and_nobody_else(): void
    {
        $universe = self::drawn(21);
        $screen = ScreenDefinition::fromArray([
            'criteria' => [
                'price_to_earnings < 20',
                ['group' => 'any', 'criteria' => ['price_to_book < 2', 'return_on_equity > 0.2']],
                'sector_percentile(price_to_book) < 0.9',
            ],
        ]);
        $full = array_column(
            array_filter(Scorecard::of($screen, $universe, range(0, 199)), static fn (array $row): bool => $row['passed'] === 3),
            'position',
        );
        sort($full);
        $this->assertSame(Mask::positions(Funnel::run($screen, $universe)->survived), $full);
    }

    /** @return iterable<string, array{string, float, float, float}> */
    public static function demands(): iterable
    {
        yield 'below' => ['price_to_book < 2', 1.5, 2.0, 0.25];
        yield 'above' => ['price_to_book > 2', 3.0, 2.0, 0.5];
        yield 'missed' => ['price_to_book <= 2', 3.0, 2.0, -0.5];
        yield 'the number first' => ['2 < price_to_book', 3.0, 2.0, 0.5];
        yield 'a negative demand' => ['price_to_book > -2', -1.0, -2.0, 0.5];
    }

    #[DataProvider('demands')]
    public function test_how_far_a_demand_is_met(string $formula, float $actual, float $required, float $relative): void
    {
        $condition = Condition::of(\Logion\Metric\Catalogue::builtIn()->parse($formula));
        $this->assertNotNull($condition);
        $this->assertSame('price_to_book', (string) $condition->actual);
        $this->assertSame($relative, $condition->relative($actual, $required));
        $this->assertNull($condition->relative(1.0, 0.0));
    }

    public function test_a_checklist_sets_required_beside_actual_for_one_company(): void
    {
        $scope = Books::scope([
            2021 => ['revenue' => 100, 'operating_income' => 10, 'total_assets' => 50],
            2022 => ['revenue' => 110, 'operating_income' => 12, 'total_assets' => 50],
            2023 => ['revenue' => 120, 'operating_income' => 15, 'total_assets' => 50],
            2024 => ['revenue' => 130, 'operating_income' => 18, 'total_assets' => 50],
            2025 => ['revenue' => 140, 'operating_income' => 21, 'total_assets' => 50],
        ]);
        $items = (new Checklist($scope))->of(
            ScreenDefinition::fromArray([
                'criteria' => [
                    'operating_margin > 0.1',
                    'revenue < 100',
                    'dividend_yield > 0.02',
                    ['group' => 'at_least', 'count' => 1, 'criteria' => ['operating_margin > 0.5', 'operating_margin > 0.12']],
                ],
            ]),
        );
        $this->assertSame(['pass', 'fail', 'undecidable', 'pass', 'fail', 'pass'], array_column($items, 'state'));
        $this->assertSame([0, 0, 0, 0, 1, 1], array_column($items, 'depth'));
        $this->assertEqualsWithDelta(0.15, $items[0]['actual']?->value(), 1e-12);
        $this->assertEqualsWithDelta(0.5, $items[0]['relative'], 1e-12);
        $this->assertSame([2021, 2022, 2023, 2024, 2025], $items[0]['years']);
        $this->assertSame('rising', $items[0]['trend']);
        $this->assertEqualsWithDelta(-0.4, $items[1]['relative'], 1e-12);
        $this->assertNotNull($items[2]['reason']);
    }

    public function test_a_group_of_a_checklist_is_undecidable_only_while_it_could_go_either_way(): void
    {
        $checklist = new Checklist(Books::scope([2025 => ['revenue' => 100, 'operating_income' => 20]]));
        $verdict = static fn (string $group, int $count, string ...$criteria): string => $checklist->of(
            ScreenDefinition::fromArray(['criteria' => [['group' => $group, 'count' => $count, 'criteria' => $criteria]]]),
        )[0]['state'];
        [$yes, $no, $unknown] = ['operating_margin > 0.1', 'operating_margin > 0.3', 'gross_margin > 0.1'];
        foreach (
            [
                ['at_least', 2, [$yes, $yes, $unknown], 'pass'],
                ['at_least', 2, [$yes, $no, $unknown], 'undecidable'],
                ['at_least', 2, [$no, $no, $unknown], 'fail'],
                ['at_least', 2, [$yes, $no, $no], 'fail'],
                ['at_least', 1, [$no, $unknown, $unknown], 'undecidable'],
                ['at_least', 9, [$yes, $yes], 'pass'],
                ['all', 1, [$yes, $unknown], 'undecidable'],
                ['all', 1, [$no, $unknown], 'fail'],
                ['all', 1, [$yes, $yes], 'pass'],
                ['any', 1, [$no, $unknown], 'undecidable'],
                ['any', 1, [$yes, $unknown], 'pass'],
                ['any', 1, [$no, $no], 'fail'],
            ] as [$group, $count, $criteria, $state]
        ) {
            $this->assertSame($state, $verdict($group, $count, ...$criteria), "{$group} {$count} of ".implode(', ', $criteria));
        }
    }

    public function test_a_slope_is_judged_against_the_size_of_the_figures(): void
    {
        // Years with gaps keep their distance: six per cent over four years, one and a half a year.
        $this->assertSame('rising', Checklist::trend([1.0, null, null, 1.045, 1.06]));
        $this->assertSame('level', Checklist::trend([0.0, 0.0, 0.0]));
        $this->assertSame(['level', 'rising'], [Checklist::trend([1000.0, 1000.001, 1000.002]), Checklist::trend([0.001, 0.002, 0.003])]);
        $this->assertSame('falling', Checklist::trend([null, 5.0, 1.0, 2.0, 1.0]));
    }

    public function test_a_trend_needs_three_years_and_a_slope(): void
    {
        $this->assertSame(
            ['rising', 'falling', 'level', null, 'rising'],
            [
                Checklist::trend([1, 2, 3]),
                Checklist::trend([3, null, 2, 1]),
                Checklist::trend([5, 5, 5, 5]),
                Checklist::trend([1, 9]),
                Checklist::trend([-3, -2, -1]),
            ],
        );
    }

    public function test_a_proposed_threshold_leaves_as_many_as_it_says(): void
    {
        $proposed = 0;
        foreach ([1, 2, 3, 4, 5, 6] as $seed) {
            $universe = self::drawn($seed);
            $screen = ScreenDefinition::fromArray([
                'criteria' => [
                    'price_to_earnings < 20',
                    'return_on_equity > 0.1',
                    'universe_percentile(price_to_book) <= 0.6',
                    'price_to_book > return_on_equity',
                ],
            ]);
            foreach ([5, 25, 80] as $wished) {
                foreach (Thresholds::towards($wished, $screen, $universe, Funnel::run($screen, $universe)) as $proposal) {
                    $criteria = array_map('strval', $screen->criteria);
                    $criteria[$proposal['criterion']] = $proposal['to'];
                    $this->assertSame(
                        $proposal['survivors'],
                        Mask::count(Funnel::run(ScreenDefinition::fromArray(['criteria' => $criteria]), $universe)->survived),
                        $proposal['to'],
                    );
                    $proposed++;
                }
            }
        }
        $this->assertGreaterThan(40, $proposed);
    }

    public function test_a_proposal_is_a_round_number_that_reaches_the_count(): void
    {
        $universe = self::of(['price_to_book' => array_map(static fn (int $i): float => $i + 0.123456, range(0, 49))]);
        $screen = ScreenDefinition::fromArray(['criteria' => ['price_to_book < 40']]);
        $this->assertSame(
            ['price_to_book < 25', 25],
            array_values(
                array_intersect_key(Thresholds::towards(25, $screen, $universe, Funnel::run($screen, $universe))[0], [
                    'to' => 0,
                    'survivors' => 0,
                ]),
            ),
        );
    }

    public function test_proposals_that_come_nearest_to_the_count_stand_first(): void
    {
        foreach ([1, 2, 3, 4, 5, 6] as $seed) {
            $universe = self::drawn($seed);
            $screen = ScreenDefinition::fromArray([
                'criteria' => ['price_to_earnings < 20', 'return_on_equity > 0.1', 'price_to_book < 3'],
            ]);
            foreach ([5, 25, 80, 400] as $wished) {
                $off = array_map(
                    static fn (array $proposal): int => abs($proposal['survivors'] - $wished),
                    Thresholds::towards($wished, $screen, $universe, Funnel::run($screen, $universe)),
                );
                $sorted = $off;
                sort($sorted);
                $this->assertSame($sorted, $off);
            }
        }
    }

    public function test_outliers_lie_beyond_five_deviations_and_missing_figures_are_told_with_their_state(): void
    {
        $universe = self::of([
            'price_to_book' => [1.0, 2.0, 3.0, 4.0, 5.0, 9.0, Absence::of(Reason::NotMeaningful), 60.0],
            'return_on_equity' => array_fill(0, 8, 0.1),
        ]);
        // Of the known: median 4, deviations 3 2 1 0 1 5 56, their median 2: bounds −6 and 14.
        $proposals = Cleaning::proposals($universe, range(0, 7), ['price_to_book', 'return_on_equity']);
        $this->assertSame(
            [[6, 'missing', 'not_meaningful'], [7, 'outlier', 'value']],
            array_map(static fn (array $p): array => [$p['position'], $p['kind'], $p['state']], $proposals),
        );
        $this->assertSame([4.0, -6.0, 14.0], [$proposals[1]['median'], $proposals[1]['low'], $proposals[1]['high']]);
        $edges = self::of(['price_to_book' => [-6.0, 1.0, 2.0, 3.0, 4.0, 5.0, 6.0, 7.0, 14.0]]);
        $this->assertSame([], Cleaning::proposals($edges, range(0, 8), ['price_to_book']), 'The bounds themselves are within.');
        $this->assertNull(Cleaning::bounds([2.0, 2.0, 2.0, 9.0]), 'Where most are alike nothing is far off.');
    }

    public function test_group_lines_leave_out_who_has_no_value(): void
    {
        $lines = GroupLines::of([1.0, 2.0, NAN, 5.0], [100.0, 300.0, 500.0, NAN]);
        $this->assertSame(
            [
                'count' => 3,
                'median' => 2.0,
                'mean' => 8 / 3,
                'weighted_mean' => 1.75,
                'harmonic_mean' => 3 / 1.7,
                'lower_quartile' => 1.5,
                'upper_quartile' => 3.5,
                'low' => 1.0,
                'high' => 5.0,
            ],
            $lines,
        );
        $this->assertSame(
            ['count' => 0, ...array_fill_keys(array_slice(array_keys($lines), 1), null)],
            GroupLines::of([NAN], [1.0]),
        );
    }

    public function test_an_edge_a_duplicate_and_mixed_or_stale_accounts_are_called_out(): void
    {
        $n = 100;
        $figures = ['price_to_book' => [], 'price_to_earnings' => [], 'return_on_equity' => []];
        for ($i = 0; $i < $n; $i++) {
            // Sixty companies crowd just above the threshold of 10.
            $figures['price_to_book'][] = $i < 40 ? $i / 5 : 10.05 + $i / 1000;
            $figures['price_to_earnings'][] = 2.0 * ($i < 40 ? $i / 5 : 10.05 + $i / 1000) + 1;
            $figures['return_on_equity'][] = (($i * 37) % 100) / 100;
        }
        $universe = self::of($figures, [
            'currency' => [...array_fill(0, 99, 'XCR'), 'XVN'],
            'year_end' => [...array_fill(0, 98, '12'), '3', '3'],
            'reported' => [...array_fill(0, 97, '20260331'), '20240331', '20240331', ''],
        ]);
        $screen = ScreenDefinition::fromArray(['criteria' => ['price_to_book < 10', 'price_to_earnings < 30', 'return_on_equity >= 0']]);
        $closer = Warnings::onCloserLook($screen, Funnel::run($screen, $universe), $universe);
        $this->assertSame(['edge', 'duplicate'], array_column($closer, 'kind'));
        $this->assertSame(100, $closer[0]['loosened'] ?? null);
        $this->assertEqualsWithDelta(1.0, $closer[1]['correlation'] ?? 0.0, 1e-9);
        $all = ScreenDefinition::fromArray([]);
        $warnings = array_column(Warnings::of(Funnel::run($all, $universe), $universe), 'count', 'kind');
        $this->assertSame(['concentration' => 100, 'currencies' => 1, 'year_ends' => 2, 'stale' => 2], $warnings);
    }

    public function test_every_ready_screen_can_be_run(): void
    {
        $catalogue = \Logion\Metric\Catalogue::builtIn();
        $names = [];
        foreach (ReadyScreens::all() as $key => $ready) {
            foreach ($ready['screen']->formulas() as $formula) {
                $this->assertNotSame([], $catalogue->parse($formula)->names(), $key);
            }
            $this->assertNotSame('', $ready['screen']->belief, $key);
            $this->assertNotSame('', $ready['screen']->literature, $key);
            $names[] = $ready['screen']->name;
        }
        $this->assertSame($names, array_unique($names));
        $this->assertGreaterThanOrEqual(12, count($names));
    }

    public function test_a_checklist_shows_six_years(): void
    {
        $years = array_fill_keys(range(2016, 2025), ['revenue' => 100, 'operating_income' => 20, 'total_assets' => 50]);
        $items = (new Checklist(Books::scope($years)))->of(ScreenDefinition::fromArray(['criteria' => ['operating_margin > 0.1']]));
        $this->assertSame(range(2020, 2025), $items[0]['years']);
        $this->assertCount(6, $items[0]['history']);
    }

    public function test_groups_may_be_nested_four_deep(): void
    {
        $nested = static function (int $depth): array {
            $entry = 'revenue > 1';
            for ($i = 0; $i < $depth; $i++) {
                $entry = ['group' => 'any', 'criteria' => [$entry]];
            }

            return ['criteria' => [$entry]];
        };
        foreach (range(1, 12) as $depth) {
            try {
                ScreenDefinition::fromArray($nested($depth));
                $taken = $depth;
            } catch (\Logion\Screening\InvalidScreen $refusal) {
                $this->assertStringContainsString('nested more than 4 deep', $refusal->getMessage());
                break;
            }
        }
        $this->assertSame(4, $taken ?? 0);
    }

    public function test_by_how_much_a_demand_is_met(): void
    {
        $slack = static fn (string $formula, float $actual, float $required): float => \Logion\Screening\Condition::of(
            (new \Logion\Formula\Parser(\Logion\Formula\Functions::all()))->parse($formula, ['revenue']),
        )?->slack($actual, $required) ?? NAN;
        $this->assertSame([2.0, -2.0], [$slack('revenue > 3', 5.0, 3.0), $slack('revenue < 3', 5.0, 3.0)]);
        $this->assertSame([-2.0, 2.0], [$slack('revenue == 3', 5.0, 3.0), $slack('revenue != 3', 5.0, 3.0)]);
        $this->assertSame([-2.0, 2.0], [$slack('revenue == 3', 1.0, 3.0), $slack('revenue != 3', 1.0, 3.0)]);
    }

    public function test_a_belief_is_kept_up_to_five_thousand_letters(): void
    {
        $screen = ScreenDefinition::fromArray(['criteria' => [], 'belief' => str_repeat('ä', 5001)]);
        $this->assertSame(5000, mb_strlen($screen->toArray()['belief']));
    }
}
