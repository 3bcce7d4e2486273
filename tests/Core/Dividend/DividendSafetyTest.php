<?php

declare(strict_types=1);

namespace Tests\Core\Dividend;

use Logion\Dividend\DividendSafety;
use Logion\Dividend\SafetyPart;
use Logion\Market\CorporateActions;
use Logion\Market\DividendHistory;
use Logion\Metric\CompanyScope;
use Logion\Reporting\ReportingModel;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;

/** What a dividend's safety is made of, part by part, worked out by hand. */
final class DividendSafetyTest extends TestCase
{
    /** label, bounds and weights as a reader sees them */
    private const PARTS = [
        'industrial' => [
            'payout_ratio 0.4 1 20',
            'free_cash_flow_payout_ratio 0.5 1.1 25',
            'net_debt_to_ebitda 1 4.5 20',
            'interest_coverage 10 1.5 10',
            'uncut 10 0 15',
            'positive 10 5 10',
        ],
        'property' => [
            'funds_from_operations_payout 0.65 1 25',
            'adjusted_funds_from_operations_payout 0.75 1.1 25',
            'loan_to_value 0.3 0.6 20',
            'property_interest_coverage 5 1.5 15',
            'uncut 10 0 15',
        ],
        'bank' => [
            'payout_ratio 0.4 0.95 30',
            'common_equity_tier1_ratio 0.15 0.09 25',
            'cost_of_risk 0.002 0.015 15',
            'uncut 10 0 15',
            'positive 10 5 15',
        ],
        'insurer' => [
            'payout_ratio 0.4 0.95 30',
            'solvency_ratio 2 1.1 25',
            'combined_ratio 0.92 1.05 15',
            'uncut 10 0 15',
            'positive 10 5 15',
        ],
    ];

    public function test_the_parts_of_every_kind_of_business_their_bounds_and_weights(): void
    {
        foreach (self::PARTS as $template => $expected) {
            $parts = self::safety(self::books(ReportingModel::from($template)), 14)->parts;
            $this->assertSame(
                $expected,
                array_map(static fn (SafetyPart $part): string => "{$part->key} {$part->best} {$part->worst} {$part->weight}", $parts),
            );
            $this->assertSame(100.0, array_sum(array_map(static fn (SafetyPart $part): float => $part->weight, $parts)));
        }
        $this->assertSame([], self::safety(self::books(ReportingModel::Fund), 14)->parts);
        $this->assertSame(
            'A fund has no accounts to judge its payments by.',
            self::safety(self::books(ReportingModel::Fund), 14)->score->absence()?->sentence(),
        );
    }

    public function test_points_lie_on_a_straight_line_between_the_bounds(): void
    {
        // Earnings 100, dividends 70: half way from 1.0 to 0.4 and half of 20 points. Operating income 230 over interest 40: 5.75.
        $points = self::points(['net_income_common' => 100, 'dividends_paid' => 70, 'operating_income' => 230, 'interest_expense' => 40]);
        $this->assertEqualsWithDelta((20 * (1.0 - 0.7)) / 0.6, $points['payout_ratio'], 1e-9);
        $this->assertEqualsWithDelta((10 * (5.75 - 1.5)) / 8.5, $points['interest_coverage'], 1e-9);
        $this->assertEqualsWithDelta(15.0, $points['uncut'], 1e-9, 'twelve years count as ten');
        $this->assertEqualsWithDelta(10.0, $points['positive'], 1e-9);
        foreach ([[40, 20.0], [30, 20.0], [100, 0.0], [130, 0.0]] as [$paid, $expected]) {
            $this->assertEqualsWithDelta(
                $expected,
                self::points(['net_income_common' => 100, 'dividends_paid' => $paid])['payout_ratio'],
                1e-9,
            );
        }
        $this->assertEqualsWithDelta(15 * 0.5, self::points([], 8)['uncut'], 1e-9, 'six full years, five of them after another');
    }

    public function test_losses_cover_nothing_and_no_interest_is_the_best_cover(): void
    {
        $this->assertSame(0.0, self::points(['net_income_common' => -10, 'dividends_paid' => 5])['payout_ratio']);
        $this->assertSame(10.0, self::points(['operating_income' => 230, 'interest_expense' => 0])['interest_coverage']);
        $this->assertNull(self::points(['operating_income' => 230])['interest_coverage'], 'interest that is not told is not none');
    }

    public function test_years_of_profit_are_scaled_to_ten_and_five_must_be_known(): void
    {
        $of = static function (array $incomes): ?float {
            $years = [];
            foreach ($incomes as $i => $income) {
                $years[2025 - count($incomes) + 1 + $i] = ['revenue' => 100, 'net_income_common' => $income];
            }
            $parts = array_column(
                array_map(static fn (SafetyPart $part): array => [$part->key, $part->points],
                    self::safety(Books::scope($years), 14)->parts),
                1,
                0,
            );

            return $parts['positive'];
        };
        $this->assertNull($of([1, 1, 1, 1]));
        $this->assertEqualsWithDelta(10.0, $of([1, 1, 1, 1, 1]), 1e-9);
        $this->assertEqualsWithDelta((10 * (8 - 5)) / 5, $of([1, 1, 1, 1, 0]), 1e-9, 'nothing is no profit');
        // Only the last ten years count.
        $this->assertEqualsWithDelta(10.0, $of([-1, -1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1]), 1e-9);
        $this->assertEqualsWithDelta((10 * (9 - 5)) / 5, $of([-1, -1, -1, 1, 1, 1, 1, 1, 1, 1, 1, 1]), 1e-9);
    }

    public function test_half_of_the_weight_makes_a_score(): void
    {
        // Known: earnings 20, record 15, profits 10 of 100; cash flow of 25 carries it over half.
        $lines = ['net_income_common' => 100, 'dividends_paid' => 70];
        $this->assertSame(
            'Less than half of what the score is made of is known.',
            self::safety(self::books(ReportingModel::Industrial, $lines), 14)->score->absence()?->sentence(),
        );
        $more = [...$lines, 'operating_cash_flow' => 120, 'capital_expenditure' => 20];
        // Free cash flow 100, 70 of it paid: (1.1 − 0.7) / 0.6 of 25 points.
        $points = 20 * 0.5 + (25 * 0.4) / 0.6 + 15 + 10;
        $this->assertEqualsWithDelta(
            (100 * $points) / 70,
            self::safety(self::books(ReportingModel::Industrial, $more), 14)->score->value(),
            1e-9,
        );
        // A bank of four years: payout 30 and record 15; with profits of five known 60.
        $this->assertNotNull(self::safety(self::books(ReportingModel::Bank, $lines, 4), 14)->score->absence());
        $this->assertEqualsWithDelta(
            (100 * ((30 * 0.25) / 0.55 + 30)) / 60,
            self::safety(self::books(ReportingModel::Bank, $lines), 14)->score->value(),
            1e-9,
        );
        // Payout 20, debt 20 and cover 10 are just half: four years of income, and no full year of payments.
        $half = [
            ...$lines,
            'operating_income' => 200,
            'interest_expense' => 40,
            'depreciation_amortization' => 50,
            'cash_and_short_term_investments' => 100,
            'total_debt' => 475,
        ];
        $this->assertEqualsWithDelta(
            2 * (10 + (20 * 3.0) / 3.5 + (10 * 3.5) / 8.5),
            self::safety(self::books(ReportingModel::Industrial, $half, 4), 1)->score->value(),
            1e-9,
        );
    }

    public function test_who_paid_nothing_in_the_last_year_has_no_score(): void
    {
        $this->assertSame(
            'No dividend was paid in the last year.',
            DividendSafety::of(
                self::books(ReportingModel::Industrial),
                DividendHistory::of(new CorporateActions([], [[20200510, 1.0]]), 20260630),
            )->score->absence()?->sentence(),
        );
    }

    /** @param  array<string, float|int>  $lines */
    private static function books(ReportingModel $template, array $lines = [], int $years = 10): CompanyScope
    {
        $income = $lines['net_income_common'] ?? 100;
        $perShare = [
            'earnings_per_share_diluted' => $income / 100,
            ...isset($lines['dividends_paid']) ? ['dividends_per_share' => $lines['dividends_paid'] / 100] : [],
        ];

        return Books::scope(
            array_fill_keys(range(2026 - $years, 2025), ['revenue' => 1000, ...$lines, 'net_income_common' => $income, ...$perShare]),
            template: $template,
        );
    }

    private static function safety(CompanyScope $scope, int $years): DividendSafety
    {
        $paid = array_map(static fn (int $year): array => [$year * 10000 + 510, 1.0], range(2027 - $years, 2026));

        return DividendSafety::of($scope, DividendHistory::of(new CorporateActions([], $paid), 20260630));
    }

    /**
     * @param  array<string, float|int>  $lines
     * @return array<string, ?float>
     */
    private static function points(array $lines, int $years = 14): array
    {
        return array_column(
            array_map(
                static fn (SafetyPart $part): array => [$part->key, $part->points],
                self::safety(self::books(ReportingModel::Industrial, $lines), $years)->parts,
            ),
            1,
            0,
        );
    }
}
