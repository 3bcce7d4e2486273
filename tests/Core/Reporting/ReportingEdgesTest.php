<?php

declare(strict_types=1);

namespace Tests\Core\Reporting;

use Logion\Figure\Absence;
use Logion\Market\CorporateActions;
use Logion\Market\DividendHistory;
use Logion\Reporting\FactSheet;
use Logion\Reporting\FiledFact;
use Logion\Reporting\FiledFacts;
use Logion\Reporting\Quality\Integrity;
use Logion\Reporting\ReportingModel;
use Logion\Reporting\ShareBasis;
use Logion\Reporting\Version;
use Logion\Reporting\View\Bridge;
use Logion\Reporting\View\StatementView;
use PHPUnit\Framework\TestCase;
use Tests\Core\InventedFilings;

/** Thresholds and orders of the accounts, each held from both sides. */
final class ReportingEdgesTest extends TestCase
{
    public function test_a_count_decides_the_share_basis_only_where_it_lies_near_the_one_before_on_the_other(): void
    {
        // Ten for one in August; the report of September counts 10^x as many old shares as the one of March.
        $ratio = static function (float $x): float {
            $facts = [
                new FiledFact('shares_outstanding_period_end', 20231, 10e6, 20230301, 1),
                new FiledFact('shares_outstanding_period_end', 20232, 10e6 * 10 ** $x, 20230901, 2),
            ];

            return (new ShareBasis(FiledFacts::of($facts), new CorporateActions([[20230801, 10.0]]), 20240101))->ratio(20230901);
        };
        $this->assertSame([10.0, 10.0, 10.0], array_map($ratio, [-0.25, 0.0, 0.29]), 'in old shares, so each is ten of today');
        $this->assertSame([1.0, 1.0, 1.0, 1.0], array_map($ratio, [-0.35, 0.31, 0.5, 1.0]), 'in new shares, or nobody can tell');
    }

    public function test_a_later_fact_of_the_same_day_counts_and_the_first_is_kept_as_first(): void
    {
        $facts = [
            new FiledFact('revenue', 20240, 1.0, 20250301, 7),
            new FiledFact('revenue', 20240, 2.0, 20250301, 7),
            new FiledFact('revenue', 20240, 3.0, 20250301, 6),
        ];
        $sheet = static fn (Version $version): FactSheet => new FactSheet(
            ReportingModel::Industrial,
            $facts,
            [20240 => 20241231],
            20260101,
            version: $version,
        );
        $this->assertSame(2.0, $sheet(Version::Restated)->value('revenue', 20240), 'of one filing the later row');
        $this->assertSame(3.0, $sheet(Version::FirstReported)->value('revenue', 20240), 'the earlier filing');
    }

    public function test_accounts_hold_until_something_is_filed_or_a_share_is_split(): void
    {
        $facts = [new FiledFact('revenue', 20240, 1.0, 20250301), new FiledFact('revenue', 20250, 1.0, 20260301)];
        $split = new CorporateActions([[20240801, 2.0]]);
        $sheet = new FactSheet(ReportingModel::Industrial, $facts, [], 20250601, $split);
        $this->assertTrue($sheet->holdsOn(20250601, $split));
        $this->assertTrue($sheet->holdsOn(20260228, $split));
        $this->assertFalse($sheet->holdsOn(20260301, $split));
        $this->assertFalse($sheet->holdsOn(20250531, $split));
        $this->assertFalse($sheet->holdsOn(20250701, new CorporateActions([[20240801, 2.0], [20250615, 3.0]])));
        $this->assertFalse($sheet->holdsOn(20250701, new CorporateActions()));
    }

    public function test_periods_that_were_carried_on_unread_are_those_of_a_sheet_made_anew(): void
    {
        mt_srand(5);
        for ($round = 0; $round < 40; $round++) {
            $facts = [];
            foreach (InventedFilings::years(($round % 9) + 1) as $year => $lines) {
                foreach ($lines as $line => $value) {
                    if (mt_rand(0, 12) > 0) {
                        $facts[] = new FiledFact($line, $year * 10, $value, ($year + 1) * 10000 + 301, $year);
                    }
                }
            }
            $days = array_map(static fn (): int => 20170101 + 10000 * mt_rand(0, 8) + 100 * mt_rand(0, 11), range(0, 4));
            sort($days);
            $carried = null;
            foreach ($days as $day) {
                $carried = new FactSheet(ReportingModel::Industrial, $facts, [], $day, earlier: $carried);
                $fresh = new FactSheet(ReportingModel::Industrial, $facts, [], $day);
                $this->assertSame($fresh->periods(), $carried->periods());
                foreach ($fresh->periods() as $period) {
                    // Some are read on some days only.
                    if (mt_rand(0, 2) > 0) {
                        $this->assertSame($fresh->row($period), $carried->row($period), "round {$round}, {$period} on {$day}");
                        $this->assertSame($fresh->completion('goodwill', $period), $carried->completion('goodwill', $period));
                        $this->assertSame(
                            $fresh->withZeros('goodwill')->value('goodwill', $period),
                            $carried->withZeros('goodwill')->value('goodwill', $period),
                        );
                    }
                }
            }
        }
    }

    public function test_a_bridge_tells_what_its_lines_do_not_explain_but_not_what_rounding_does(): void
    {
        $last = static function (float $amount): array {
            $sheet = new FactSheet(
                ReportingModel::Industrial,
                array_map(
                    static fn (string $line, float $value): FiledFact => new FiledFact($line, 20250, $value, 20260301),
                    ['operating_cash_flow', 'capital_expenditure', 'net_income', 'depreciation_amortization'],
                    [$amount, 0.0, 6e12, 4e12],
                ),
                [],
                20260630,
            );

            return array_column(Bridge::freeCashFlow($sheet, 20250)->steps ?? [], 'amount', 'label');
        };
        $this->assertArrayNotHasKey('Not explained by the lines reported', $last(1e13 + 5000));
        $this->assertEqualsWithDelta(50000.0, $last(1e13 + 50000)['Not explained by the lines reported'] ?? 0.0, 1.0);
    }

    public function test_a_statement_shows_twelve_periods_and_no_figure_a_share_without_shares(): void
    {
        $years = [];
        foreach (range(2010, 2025) as $year) {
            $years[] = new FiledFact('revenue', $year * 10, 100.0, ($year + 1) * 10000 + 301, $year);
            $years[] = new FiledFact('diluted_shares_average', $year * 10, $year === 2025 ? 0.0 : 50.0, ($year + 1) * 10000 + 301, $year);
        }
        $sheet = new FactSheet(ReportingModel::Industrial, $years, [], 20260630);
        $view = StatementView::of($sheet, 'income', 'annual', 'per_share');
        $this->assertCount(12, $view->periods);
        $revenue = array_values(array_filter($view->rows, static fn (array $row): bool => $row['item']->key === 'revenue'))[0]['figures'];
        $this->assertSame(2.0, $revenue[10]->value());
        $this->assertInstanceOf(Absence::class, $revenue[11]->absence());
    }

    public function test_a_payment_is_special_beside_three_others_and_not_beside_two(): void
    {
        $special = static fn (array $dividends): array => array_column(
            DividendHistory::of(new CorporateActions([], $dividends), 20260630)->payments,
            'special',
        );
        $this->assertSame([false, false, true, false], $special([[20250301, 1.0], [20250901, 1.0], [20251201, 9.0], [20260301, 1.0]]));
        $this->assertSame([false, false, false], $special([[20250901, 1.0], [20251201, 9.0], [20260301, 1.0]]));
    }

    public function test_cash_that_does_not_roll_forward_is_told_with_the_change_that_would(): void
    {
        $years = InventedFilings::years(6);
        $moved = $years[2022]['cash_and_equivalents'] - $years[2021]['cash_and_equivalents'];
        $years[2022]['net_change_in_cash'] = $moved + 5_000_000.0;
        $finding = array_values(
            array_filter(Integrity::ofSheet(InventedFilings::sheet($years)), static fn ($f): bool => $f->check === 'cash_roll_forward'),
        )[0];
        $this->assertSame([60, $moved], [$finding->weight, $finding->remedies[0]->figures[0]['value']]);
        // A difference of two units of the last digit is rounding.
        $found = static function (float $change): int {
            $facts = [];
            foreach ([2024 => [2000.0, 0.0], 2025 => [3000.0, $change]] as $year => [$cash, $moved]) {
                foreach (['cash_and_equivalents' => $cash, 'net_change_in_cash' => $moved, 'revenue' => 9000.0] as $line => $value) {
                    $facts[] = new FiledFact($line, $year * 10, $value, ($year + 1) * 10000 + 301, $year);
                }
            }
            $sheet = new FactSheet(ReportingModel::Industrial, $facts, [20240 => 20241231, 20250 => 20251231], 20260630);

            return count(
                array_filter(Integrity::ofSheet($sheet), static fn ($of) => $of->key() === 'cash_roll_forward:net_change_in_cash:20250'),
            );
        };
        $this->assertSame([0, 0, 1, 0, 1], array_map($found, [1000.0, 3000.0, 4000.0, -1000.0, -2000.0]));
    }

    public function test_a_split_nobody_told_weighs_seventy_five_and_a_moved_year_end_forty_five(): void
    {
        $years = InventedFilings::years(3);
        foreach (range(2016, 2020) as $year) {
            $examples = ['basic_shares_average' => 0.2, 'shares_outstanding_period_end' => 0.2, 'earnings_per_share_basic' => 5.0];
            foreach ($examples as $line => $factor) {
                $years[$year][$line] *= $factor;
            }
        }
        $this->assertSame(
            ['split', 75],
            [Integrity::ofSheet(InventedFilings::sheet($years))[0]->check, Integrity::ofSheet(InventedFilings::sheet($years))[0]->weight],
        );
        $finding = Integrity::ofSheet(InventedFilings::sheet($years))[0];
        $this->assertEqualsWithDelta(
            [$years[2021]['basic_shares_average'], 5 * $years[2020]['basic_shares_average']],
            [$finding->stated, $finding->computed],
            1e-6,
        );
        $this->assertStringContainsString('A split of 5 for 1', $finding->cause);
        $facts = InventedFilings::facts(InventedFilings::years(3));
        $ends = InventedFilings::ends(range(2016, 2025));
        $ends[20210] = 20210930;
        $findings = Integrity::ofSheet(new FactSheet(ReportingModel::Industrial, $facts, $ends, 20260630));
        $this->assertSame(
            [['period_length', 45], ['period_length', 45]],
            array_map(static fn ($f): array => [$f->check, $f->weight], $findings),
        );
    }

    /**
     * Findings of two small years, in thousands; the second as given.
     *
     * @param  array<string, float>  $lines
     * @return array<string, int> weight by key
     */
    private static function found(array $lines, int $end = 20251231): array
    {
        $facts = [];
        foreach ([2024 => ['revenue' => 9000.0], 2025 => ['revenue' => 9000.0, ...$lines]] as $year => $of) {
            foreach ($of as $line => $value) {
                $facts[] = new FiledFact($line, $year * 10, $value, ($year + 1) * 10000 + 301, $year);
            }
        }
        $findings = Integrity::ofSheet(new FactSheet(ReportingModel::Industrial, $facts, [20240 => 20241231, 20250 => $end], 20260630));

        return array_combine(
            array_map(static fn ($f): string => $f->key(), $findings),
            array_map(static fn ($f): int => $f->weight, $findings),
        );
    }

    public function test_a_total_that_is_off_weighs_by_how_much_and_rounding_weighs_nothing(): void
    {
        $total = static fn (float $gross): array => array_intersect_key(
            self::found(['cost_of_revenue' => 4000.0, 'gross_profit' => $gross]),
            ['sum_of_parts:gross_profit:20250' => 0],
        );
        $this->assertSame([], $total(5000.0));
        $this->assertSame([], $total(7000.0), 'two units of the last digit are rounding');
        $weights = array_map(static fn (float $gross): int => array_values($total($gross))[0] ?? 0, [8000.0, 10000.0, 2000.0, 500000.0]);
        // 45 for a trifle to 85 for all of it: 45 + 40 × 3/8, 5/10, 1.5 at most 1, 495/500.
        $this->assertSame([60, 65, 85, 85], $weights);
    }

    public function test_a_year_of_three_hundred_and_eighty_five_days_passes(): void
    {
        $told = static fn (int $end): bool => isset(self::found([], $end)['period_length::20250']);
        // From the last day of 2024: 385 and 386, 345 and 344 days.
        $this->assertSame([false, true, false, true], array_map($told, [20260120, 20260121, 20251211, 20251210]));
    }

    public function test_earnings_per_share_are_held_to_the_hundredth(): void
    {
        $told = static fn (float $stated): bool => isset(
            self::found(['net_income_common' => 100.0, 'basic_shares_average' => 1000.0, 'earnings_per_share_basic' => $stated])[
                'earnings_per_share:earnings_per_share_basic:20250'
            ],
        );
        $this->assertSame([false, true, false, true], array_map($told, [0.105, 0.108, 0.095, 0.092]));
    }

    public function test_three_quarters_are_no_year(): void
    {
        $facts = InventedFilings::facts(InventedFilings::years(6));
        foreach ([1, 2, 4] as $quarter) {
            $facts[] = new FiledFact('revenue', 20240 + $quarter, 1e9, 20250301, 2024);
        }
        $this->assertSame(
            [],
            Integrity::ofSheet(new FactSheet(ReportingModel::Industrial, $facts, InventedFilings::ends(range(2016, 2025)), 20260630)),
        );
    }

    public function test_a_share_count_is_used_for_a_year_and_not_in_the_fifth_quarter(): void
    {
        $facts = [new FiledFact('shares_outstanding_period_end', 20241, 100.0, 20240501)];
        foreach ([20241, 20242, 20243, 20244, 20251] as $quarter) {
            $facts[] = new FiledFact('revenue', $quarter, 10.0, 20250601);
        }
        $sheet = new FactSheet(ReportingModel::Industrial, $facts, [], 20250630);
        $counts = array_map(static fn (int $quarter): ?float => $sheet->latestCount('shares_outstanding_period_end', $quarter), [
            20234,
            20241,
            20242,
            20243,
            20244,
            20251,
        ]);
        $this->assertSame([null, 100.0, 100.0, 100.0, 100.0, null], $counts);
        // The count of a year is that of its last quarter.
        $annual = new FactSheet(
            ReportingModel::Industrial,
            [new FiledFact('shares_outstanding_period_end', 20240, 90.0, 20250301)],
            [],
            20250630,
        );
        $this->assertSame(
            [90.0, 90.0, null],
            array_map(static fn (int $quarter): ?float => $annual->latestCount('shares_outstanding_period_end', $quarter), [
                20244,
                20253,
                20254,
            ]),
        );
    }

    public function test_a_bridge_shows_no_step_of_nothing(): void
    {
        $sheet = new FactSheet(
            ReportingModel::Industrial,
            array_map(
                static fn (string $line, float $value): FiledFact => new FiledFact($line, 20250, $value, 20260301),
                ['revenue', 'cost_of_revenue', 'gross_profit', 'research_development', 'net_income'],
                [100.0, 60.0, 40.0, 0.0, 40.0],
            ),
            [],
            20260630,
        );
        $steps = array_column(Bridge::income($sheet, 20250)->steps ?? [], 'amount', 'line');
        $this->assertSame(-60.0, $steps['cost_of_revenue']);
        $this->assertArrayNotHasKey('research_development', $steps);
        $this->assertArrayNotHasKey('goodwill', $steps);
    }

    public function test_a_yield_is_shown_at_month_ends_from_a_year_after_the_first_payment_with_its_mean_after_a_while(): void
    {
        $days = $closes = [];
        for ($day = 20200102; $day <= 20260626; $day = \Logion\Time\Day::plus($day, 7)) {
            $days[] = $day;
            $closes[] = 20.0;
        }
        $history = DividendHistory::of(
            new CorporateActions(
                [],
                [[20200601, 1.0], [20210601, 1.0], [20220601, 1.0], [20230601, 1.0], [20240603, 1.0], [20250602, 1.0], [20260601, 2.0]],
            ),
            20260626,
        );
        $points = $history->yields($days, $closes);
        $this->assertGreaterThanOrEqual(20210601, $points[0]['day']);
        $this->assertEqualsWithDelta([0.05, 0.1], [$points[0]['yield'], $points[count($points) - 1]['yield']], 1e-12);
        $this->assertNull($points[0]['mean']);
        // The mean is of the latest sixty months: all at 0.05 but the last, which is twice that.
        $this->assertEqualsWithDelta((59 * 0.05 + 0.1) / 60, $points[count($points) - 1]['mean'], 1e-12);
    }
}
