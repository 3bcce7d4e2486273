<?php

declare(strict_types=1);

namespace Tests\Core\Metric;

use Logion\Figure\Absence;
use Logion\Market\CorporateActions;
use Logion\Market\PriceSeries;
use Logion\Metric\CompanyScope;
use Logion\Reporting\ReportingModel;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;

/** A bank on paper, against the arithmetic done by hand. */
final class BankFiguresTest extends TestCase
{
    private const YEARS = [
        2024 => [
            'interest_and_dividend_income' => 500,
            'interest_expense' => 180,
            'fee_income' => 90,
            'trading_income' => 10,
            'non_interest_expense' => 230,
            'provision_for_credit_losses' => 30,
            'income_tax' => 40,
            'minority_interest_income' => 5,
            'net_charge_offs' => 20,
            'cash_and_equivalents' => 600,
            'interbank_placements' => 400,
            'trading_assets' => 100,
            'securities' => 1600,
            'gross_loans' => 7000,
            'allowance_for_credit_losses' => 140,
            'goodwill' => 50,
            'intangible_assets' => 30,
            'other_assets' => 360,
            'deposits' => 7600,
            'interbank_liabilities' => 500,
            'short_term_debt' => 200,
            'long_term_debt' => 600,
            'other_liabilities' => 200,
            'share_capital_and_premium' => 300,
            'retained_earnings' => 560,
            'minority_interest' => 40,
            'common_equity_tier1_capital' => 780,
            'tier1_capital' => 800,
            'risk_weighted_assets' => 6000,
            'leverage_exposure' => 10500,
            'non_performing_loans' => 150,
            'earnings_per_share_diluted' => 1.15,
            'shares_outstanding_period_end' => 100,
            'diluted_shares_average' => 100,
        ],
        2025 => [
            'interest_and_dividend_income' => 560,
            'interest_expense' => 210,
            'fee_income' => 100,
            'trading_income' => 8,
            'non_interest_expense' => 240,
            'provision_for_credit_losses' => 38,
            'income_tax' => 45,
            'minority_interest_income' => 5,
            'net_charge_offs' => 25,
            'cash_and_equivalents' => 640,
            'interbank_placements' => 420,
            'trading_assets' => 110,
            'securities' => 1700,
            'gross_loans' => 7600,
            'allowance_for_credit_losses' => 160,
            'goodwill' => 50,
            'intangible_assets' => 25,
            'other_assets' => 415,
            'deposits' => 8200,
            'interbank_liabilities' => 520,
            'short_term_debt' => 210,
            'long_term_debt' => 640,
            'other_liabilities' => 225,
            'share_capital_and_premium' => 300,
            'retained_earnings' => 660,
            'minority_interest' => 45,
            'common_equity_tier1_capital' => 860,
            'tier1_capital' => 890,
            'risk_weighted_assets' => 6400,
            'leverage_exposure' => 11200,
            'non_performing_loans' => 160,
            'earnings_per_share_diluted' => 1.25,
            'dividends_per_share' => 0.3,
            'dividends_paid' => 30,
            'shares_outstanding_period_end' => 100,
            'diluted_shares_average' => 100,
        ],
    ];

    /** @return iterable<string, array{string, float}> */
    public static function figures(): iterable
    {
        // Revenue 350 + 108 = 458; before tax 458 − 38 − 240 = 180; net 135, common 130; assets 10,800 (10,000); common equity 960 (860).
        $plain = [
            'net_interest_margin' => 350 / ((420 + 1700 + 7600 + 400 + 1600 + 7000) / 2),
            'cost_of_funds' => 210 / ((8200 + 520 + 850 + 7600 + 500 + 800) / 2),
            'efficiency_ratio' => 240 / 458,
            'loan_to_deposit_ratio' => 7440 / 8200,
            'common_equity_tier1_ratio' => 860 / 6400,
            'regulatory_leverage_ratio' => 890 / 11200,
            'tangible_common_equity_to_tangible_assets' => 885 / (10800 - 75),
            'non_performing_loan_ratio' => 160 / 7600,
            'non_performing_loan_coverage' => 1.0,
            'cost_of_risk' => 38 / 7300,
            'net_charge_off_rate' => 25 / 7300,
            'pre_provision_profit' => 218,
            'loan_growth_1y' => 7440 / 6860 - 1,
            'deposit_growth_1y' => 8200 / 7600 - 1,
            'net_margin' => 130 / 458,
            'effective_tax_rate' => 0.25,
            'return_on_assets' => 135 / 10400,
            'return_on_equity' => 130 / 910,
            'return_on_tangible_equity' => 130 / ((885 + 780) / 2),
            'tangible_common_equity' => 885,
            'book_value_per_share' => 9.6,
            'tangible_book_value_per_share' => 8.85,
            'equity_multiplier' => 10400 / 910,
            'price_to_earnings' => 8,
            'price_to_book' => 1000 / 960,
            'price_to_tangible_book' => 1000 / 885,
            'price_to_sales' => 1000 / 458,
            'earnings_yield' => 0.125,
            'dividend_yield' => 0.03,
            'payout_ratio' => 0.24,
            'revenue_growth_1y' => 458 / 420 - 1,
            'earnings_per_share_growth_1y' => 1.25 / 1.15 - 1,
            'total_assets_growth_1y' => 0.08,
            'sustainable_growth_rate' => (130 / 910) * (1 - 30 / 130),
        ];
        foreach ($plain as $metric => $value) {
            yield $metric => [$metric, (float) $value];
        }
    }

    #[DataProvider('figures')]
    public function test_a_metric_is_what_the_statements_give_by_hand(string $metric, float $expected): void
    {
        $this->assertEqualsWithDelta($expected, self::bank()->metric($metric), 1e-9 * max(1.0, abs($expected)));
    }

    /** @return iterable<string, array{string}> */
    public static function strangers(): iterable
    {
        foreach (
            [
                'gross_margin',
                'ebitda',
                'ev_to_ebitda',
                'current_ratio',
                'days_inventory',
                'free_cash_flow_yield',
                'altman_z',
                'piotroski_score',
                'interest_coverage',
                'net_debt_to_ebitda',
                'combined_ratio',
                'loan_to_value',
                'price_to_funds_from_operations',
            ] as $metric
        ) {
            yield $metric => [$metric];
        }
    }

    #[DataProvider('strangers')]
    public function test_figures_of_other_businesses_do_not_apply(string $metric): void
    {
        $absence = self::bank()->metric($metric);
        $this->assertInstanceOf(Absence::class, $absence);
        $this->assertSame('not_applicable', $absence->kind->value);
        $this->assertStringEndsWith('does not apply to a bank.', $absence->sentence());
    }

    public function test_without_bad_loans_their_coverage_is_not_meaningful(): void
    {
        $years = self::YEARS;
        $years[2025]['non_performing_loans'] = 0;
        $scope = Books::scope($years, template: ReportingModel::Bank);
        $this->assertSame(0.0, $scope->metric('non_performing_loan_ratio'));
        $this->assertSame('not_meaningful', $scope->metric('non_performing_loan_coverage')->kind->value);
    }

    public function test_interest_earning_assets_as_disclosed_come_before_our_sum(): void
    {
        $years = self::YEARS;
        $years[2025]['average_interest_earning_assets'] = 9000;
        $this->assertEqualsWithDelta(
            350 / 9000,
            Books::scope($years, template: ReportingModel::Bank)->metric('net_interest_margin'),
            1e-12,
        );
    }

    private static function bank(): CompanyScope
    {
        return Books::scope(
            self::YEARS,
            prices: new PriceSeries([20250610, 20260629, 20260630], [9.5, 9.9, 10.0], actions: new CorporateActions([], [[20260102, 0.3]])),
            template: ReportingModel::Bank,
        );
    }
}
