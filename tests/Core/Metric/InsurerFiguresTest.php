<?php

declare(strict_types=1);

namespace Tests\Core\Metric;

use Logion\Market\PriceSeries;
use Logion\Metric\CompanyScope;
use Logion\Reporting\ReportingModel;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;

/** An insurer on paper, against the arithmetic done by hand. */
final class InsurerFiguresTest extends TestCase
{
    private const YEARS = [
        2024 => [
            'net_premiums_written' => 980,
            'premiums_earned' => 950,
            'claims_incurred' => 620,
            'policy_acquisition_costs' => 150,
            'underwriting_expenses' => 130,
            'net_investment_income' => 90,
            'investment_gains' => -10,
            'interest_expense' => 12,
            'income_tax' => 24,
            'cash_and_equivalents' => 100,
            'invested_assets' => 2500,
            'reinsurance_recoverables' => 200,
            'other_assets' => 100,
            'goodwill' => 20,
            'total_assets' => 2920,
            'claims_reserves' => 1300,
            'unearned_premiums' => 500,
            'future_policy_benefits' => 100,
            'long_term_debt' => 250,
            'other_liabilities' => 120,
            'share_capital_and_premium' => 200,
            'retained_earnings' => 450,
            'earnings_per_share_diluted' => 1.88,
            'shares_outstanding_period_end' => 50,
            'diluted_shares_average' => 50,
        ],
        2025 => [
            'net_premiums_written' => 1078,
            'premiums_earned' => 1020,
            'claims_incurred' => 653,
            'policy_acquisition_costs' => 160,
            'underwriting_expenses' => 135,
            'net_investment_income' => 100,
            'investment_gains' => 20,
            'prior_year_reserve_development' => -15,
            'interest_expense' => 12,
            'income_tax' => 36,
            'cash_and_equivalents' => 120,
            'invested_assets' => 2700,
            'reinsurance_recoverables' => 210,
            'other_assets' => 110,
            'goodwill' => 20,
            'total_assets' => 3160,
            'claims_reserves' => 1380,
            'unearned_premiums' => 540,
            'future_policy_benefits' => 110,
            'long_term_debt' => 250,
            'other_liabilities' => 130,
            'share_capital_and_premium' => 200,
            'retained_earnings' => 550,
            'solvency_own_funds' => 900,
            'solvency_capital_required' => 500,
            'earnings_per_share_diluted' => 2.88,
            'shares_outstanding_period_end' => 50,
            'diluted_shares_average' => 50,
        ],
    ];

    /** @return iterable<string, array{string, float}> */
    public static function figures(): iterable
    {
        // Underwriting 1020 − 653 − 160 − 135 = 72; before tax 72 + 100 + 20 − 12 = 180; net 144; equity 750 (650); assets 3,160 (2,920).
        $plain = [
            'loss_ratio' => 653 / 1020,
            'expense_ratio' => 295 / 1020,
            'combined_ratio' => 948 / 1020,
            'prior_year_development_ratio' => -15 / 1020,
            'premium_growth_1y' => 0.1,
            'investment_yield' => 100 / 2600,
            'premiums_to_equity' => 1078 / 750,
            'solvency_ratio' => 1.8,
            'effective_tax_rate' => 0.2,
            'return_on_equity' => 144 / 700,
            'return_on_assets' => 144 / 3040,
            'net_margin' => 144 / 1140,
            'return_on_tangible_equity' => 144 / 680,
            'price_to_earnings' => 28.8 / 2.88,
            'price_to_book' => 1440 / 750,
            'book_value_per_share' => 15,
        ];
        foreach ($plain as $metric => $value) {
            yield $metric => [$metric, (float) $value];
        }
    }

    #[DataProvider('figures')]
    public function test_a_metric_is_what_the_statements_give_by_hand(string $metric, float $expected): void
    {
        $this->assertEqualsWithDelta($expected, self::insurer(self::YEARS)->metric($metric), 1e-9 * max(1.0, abs($expected)));
    }

    public function test_the_underwriting_result_is_summed_when_it_is_not_shown(): void
    {
        $facts = self::insurer(self::YEARS)->facts;
        $this->assertSame(
            [72.0, 180.0, 144.0, 1140.0],
            [
                $facts->value('underwriting_income', 20250),
                $facts->value('income_before_tax', 20250),
                $facts->value('net_income', 20250),
                $facts->value('revenue', 20250),
            ],
        );
        $this->assertSame([2030.0, 3160.0], [$facts->value('technical_reserves', 20250), $facts->value('total_assets', 20250)]);
    }

    public function test_growth_falls_back_on_premiums_earned_where_those_written_are_not_told(): void
    {
        $years = self::YEARS;
        unset($years[2024]['net_premiums_written']);
        $this->assertEqualsWithDelta(1020 / 950 - 1, self::insurer($years)->metric('premium_growth_1y'), 1e-12);
    }

    public function test_what_a_regulator_alone_knows_is_missing_and_not_zero(): void
    {
        $years = self::YEARS;
        unset($years[2025]['solvency_own_funds']);
        $this->assertSame('missing', self::insurer($years)->metric('solvency_ratio')->kind->value);
        $this->assertSame('not_applicable', self::insurer($years)->metric('gross_margin')->kind->value);
    }

    /** @param  array<int, array<string, float|int>>  $years */
    private static function insurer(array $years): CompanyScope
    {
        return Books::scope($years, prices: new PriceSeries([20260629, 20260630], [28.0, 28.8]), template: ReportingModel::Insurer);
    }
}
