<?php

declare(strict_types=1);

namespace Tests\Core\Metric;

use Logion\Market\CorporateActions;
use Logion\Market\PriceSeries;
use Logion\Metric\CompanyScope;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;

/** One industrial company on paper, two years of full statements: every metric against the arithmetic done by hand. */
final class IndustrialFiguresTest extends TestCase
{
    private const YEARS = [
        2024 => [
            'revenue' => 900,
            'cost_of_revenue' => 558,
            'selling_general_administrative' => 140,
            'research_development' => 45,
            'interest_expense' => 18,
            'interest_income' => 3,
            'income_tax' => 35.5,
            'minority_interest_income' => 6.5,
            'preferred_dividends' => 5,
            'cash_and_equivalents' => 100,
            'short_term_investments' => 20,
            'receivables' => 130,
            'inventories' => 120,
            'prepaid_expenses' => 8,
            'other_current_assets' => 12,
            'property_plant_equipment_net' => 370,
            'right_of_use_assets' => 55,
            'goodwill' => 100,
            'intangible_assets' => 65,
            'equity_method_investments' => 36,
            'long_term_investments' => 20,
            'other_non_current_assets' => 24,
            'short_term_debt' => 60,
            'accounts_payable' => 100,
            'accrued_liabilities' => 38,
            'income_taxes_payable' => 8,
            'lease_liabilities_current' => 11,
            'other_current_liabilities' => 23,
            'long_term_debt' => 210,
            'lease_liabilities_non_current' => 44,
            'pension_liabilities' => 22,
            'deferred_tax_liabilities' => 14,
            'other_non_current_liabilities' => 15,
            'finance_lease_liabilities' => 25,
            'operating_lease_liabilities' => 30,
            'share_capital_and_premium' => 200,
            'retained_earnings' => 300,
            'accumulated_other_comprehensive_income' => 5,
            'treasury_stock' => 66,
            'preferred_equity' => 50,
            'minority_interest' => 26,
            'depreciation' => 47,
            'amortization_of_intangibles' => 8,
            'operating_cash_flow' => 160,
            'capital_expenditure' => 80,
            'earnings_per_share_diluted' => 1.8,
            'dividends_per_share' => 0.7,
            'shares_outstanding_period_end' => 51,
            'diluted_shares_average' => 52.5,
        ],
        2025 => [
            'revenue' => 1000,
            'cost_of_revenue' => 600,
            'selling_general_administrative' => 150,
            'research_development' => 50,
            'interest_expense' => 20,
            'interest_income' => 4,
            'income_tax' => 46,
            'minority_interest_income' => 8,
            'preferred_dividends' => 5,
            'cash_and_equivalents' => 120,
            'short_term_investments' => 30,
            'receivables' => 150,
            'inventories' => 130,
            'prepaid_expenses' => 10,
            'other_current_assets' => 10,
            'property_plant_equipment_net' => 400,
            'right_of_use_assets' => 50,
            'goodwill' => 100,
            'intangible_assets' => 60,
            'equity_method_investments' => 40,
            'long_term_investments' => 20,
            'other_non_current_assets' => 30,
            'short_term_debt' => 50,
            'accounts_payable' => 110,
            'accrued_liabilities' => 40,
            'income_taxes_payable' => 10,
            'lease_liabilities_current' => 12,
            'other_current_liabilities' => 28,
            'long_term_debt' => 200,
            'lease_liabilities_non_current' => 38,
            'pension_liabilities' => 20,
            'deferred_tax_liabilities' => 15,
            'other_non_current_liabilities' => 17,
            'finance_lease_liabilities' => 20,
            'operating_lease_liabilities' => 30,
            'share_capital_and_premium' => 200,
            'retained_earnings' => 380,
            'accumulated_other_comprehensive_income' => 10,
            'treasury_stock' => 60,
            'preferred_equity' => 50,
            'minority_interest' => 30,
            'depreciation' => 50,
            'amortization_of_intangibles' => 10,
            'stock_based_compensation' => 12,
            'deferred_income_tax' => -2,
            'operating_lease_cost' => 9,
            'increase_in_receivables' => 20,
            'increase_in_inventories' => 10,
            'increase_in_payables' => 10,
            'increase_in_other_working_capital' => -2,
            'operating_cash_flow' => 190,
            'interest_paid' => 19,
            'capital_expenditure' => 90,
            'acquisitions' => 6,
            'debt_issued' => 30,
            'debt_repaid' => 50,
            'lease_principal_paid' => 11,
            'dividends_paid' => 45,
            'shares_repurchased' => 20,
            'shares_issued' => 4,
            'earnings_per_share_diluted' => 2.4,
            'dividends_per_share' => 0.8,
            'shares_outstanding_period_end' => 50,
            'diluted_shares_average' => 52,
            'employees' => 5,
        ],
    ];

    /** @return iterable<string, array{string, float}> */
    public static function figures(): iterable
    {
        // Statements: gross profit 400 (342), operating income 200 (157), before tax 184, net 138, common 125 (95);
        // assets 1,150 (1,060), current 450 (390), current liabilities 250 (240), liabilities 540 (545);
        // common equity 530 (439), total equity 610 (515), debt 270 (295), cash and investments 150 (120).
        $capital = 610 + 270 - 150 - 40 - 20;
        $capitalBefore = 515 + 295 - 120 - 36 - 20;
        $nopat = 200 * (1 - 46 / 184);
        $enterprise = 2000 + 270 + 50 + 30 - 150;
        $plain = [
            'share_price' => 40,
            'market_cap' => 2000,
            'enterprise_value' => $enterprise,
            'book_value_per_share' => 530 / 50,
            'tangible_book_value_per_share' => (530 - 100 - 60) / 50,
            'net_cash_per_share' => (150 - 270) / 50,
            'net_current_asset_value_per_share' => (450 - 540 - 50 - 30) / 50,
            'free_cash_flow_per_share' => 100 / 52,
            'gross_margin' => 0.4,
            'ebit' => 200,
            'ebitda' => 260,
            'ebitda_margin' => 0.26,
            'operating_margin' => 0.2,
            'net_margin' => 0.125,
            'effective_tax_rate' => 0.25,
            'operating_tax_rate' => 0.25,
            'nopat' => $nopat,
            'invested_capital' => $capital,
            'tangible_common_equity' => 370,
            'gross_profitability' => 400 / 1105,
            'return_on_assets' => 138 / 1105,
            'return_on_equity' => 125 / 484.5,
            'return_on_tangible_equity' => 125 / ((370 + 439 - 165) / 2),
            'return_on_invested_capital' => $nopat / (($capital + $capitalBefore) / 2),
            'return_on_invested_capital_excluding_goodwill' => $nopat / (($capital - 160 + $capitalBefore - 165) / 2),
            'return_on_capital_employed' => 200 / ((1150 - 250 + 1060 - 240) / 2),
            'operating_working_capital' => 450 - 150 - (250 - 50 - 12),
            'return_on_tangible_capital' => 200 / (112 + 400),
            'dupont_tax_burden' => 125 / 184,
            'dupont_interest_burden' => 184 / 200,
            'equity_multiplier' => 1105 / 484.5,
            'net_debt' => 120,
            'debt_to_equity' => 270 / 610,
            'debt_to_capital' => 270 / 880,
            'debt_to_ebitda' => 270 / 260,
            'net_debt_to_ebitda' => 120 / 260,
            'lease_adjusted_net_debt_to_ebitdar' => 150 / 269,
            'net_debt_to_free_cash_flow' => 1.2,
            'interest_coverage' => 10,
            'fixed_charge_coverage' => 209 / (20 + 9 + 5 / 0.75),
            'operating_cash_flow_to_debt' => 190 / 282.5,
            'cost_of_debt' => 20 / 282.5,
            'working_capital' => 200,
            'current_ratio' => 1.8,
            'quick_ratio' => 1.2,
            'cash_ratio' => 0.6,
            'asset_turnover' => 1000 / 1105,
            'days_inventory' => (365 * 125) / 600,
            'days_sales_outstanding' => (365 * 140) / 1000,
            'days_payables' => (365 * 105) / 600,
            'cash_conversion_cycle' => 365 * (125 / 600 + 140 / 1000 - 105 / 600),
            'revenue_per_employee' => 200,
            'research_development_to_revenue' => 0.05,
            'selling_general_administrative_to_revenue' => 0.15,
            'stock_based_compensation_to_revenue' => 0.012,
            'free_cash_flow' => 100,
            'free_cash_flow_after_leases_and_stock_compensation' => 100 - 11 - 12,
            'free_cash_flow_to_firm' => 190 + 19 * 0.75 - 90,
            'free_cash_flow_to_equity' => 190 - 90 + 30 - 50 - 11 - 5,
            'free_cash_flow_margin' => 0.1,
            'cash_conversion' => 190 / 138,
            'free_cash_flow_conversion' => 100 / 138,
            'capital_expenditure_to_revenue' => 0.09,
            'reinvestment_rate' => (90 - 60 + 18 + 6) / $nopat,
            'accruals_cash_flow' => (138 - 190) / 1105,
            'accruals_balance_sheet' => (60 - 30 - 10 - 10 + 2 - 60) / 1105,
            'altman_z' => (1.2 * 200) / 1150 + (1.4 * 380) / 1150 + (3.3 * 200) / 1150 + (0.6 * 2050) / 540 + (0.999 * 1000) / 1150,
            'altman_z_double_prime' => (6.56 * 200) / 1150 + (3.26 * 380) / 1150 + (6.72 * 200) / 1150 + (1.05 * 610) / 540,
            'beneish_receivables_index' => 0.15 / (130 / 900),
            'beneish_gross_margin_index' => 0.38 / 0.4,
            'beneish_asset_quality_index' => (1 - 850 / 1150) / (1 - 760 / 1060),
            'beneish_sales_growth_index' => 1000 / 900,
            'beneish_depreciation_index' => 47 / 417 / (50 / 450),
            'beneish_overhead_index' => 0.15 / (140 / 900),
            'beneish_leverage_index' => 450 / 1150 / (450 / 1060),
            'goodwill_and_intangibles_to_equity' => 160 / 610,
            'receivables_growth_gap' => 150 / 130 - 1000 / 900,
            'inventory_growth_gap' => 130 / 120 - 1000 / 900,
            'revenue_growth_1y' => 1 / 9,
            'ebitda_growth_1y' => 260 / 212 - 1,
            'earnings_per_share_growth_1y' => 2.4 / 1.8 - 1,
            'free_cash_flow_growth_1y' => 0.25,
            'book_value_per_share_growth_1y' => 530 / 50 / (439 / 51) - 1,
            'total_assets_growth_1y' => 1150 / 1060 - 1,
            'share_count_change_1y' => 52 / 52.5 - 1,
            'sustainable_growth_rate' => (125 / 484.5) * (1 - 40 / 125),
            'price_to_earnings' => 40 / 2.4,
            'price_to_sales' => 2,
            'price_to_book' => 2000 / 530,
            'price_to_tangible_book' => 2000 / 370,
            'price_to_free_cash_flow' => 20,
            'ev_to_ebitda' => $enterprise / 260,
            'ev_to_ebit' => $enterprise / 200,
            'ev_to_sales' => $enterprise / 1000,
            'earnings_yield' => 0.06,
            'ebit_to_enterprise_value' => 200 / $enterprise,
            'free_cash_flow_yield' => 0.05,
            'graham_number' => sqrt(22.5 * 2.4 * 10.6),
            'price_to_graham_number' => 40 / sqrt(22.5 * 2.4 * 10.6),
            'dividend_yield' => 0.02,
            'payout_ratio' => 1 / 3,
            'free_cash_flow_payout_ratio' => 0.45,
            'total_payout_ratio' => 60 / 125,
            'buyback_yield' => 16 / 2000,
            'shareholder_yield' => 56 / 2000,
            'dividends_per_share_growth_1y' => 0.8 / 0.7 - 1,
        ];
        foreach ($plain as $metric => $value) {
            yield $metric => [$metric, (float) $value];
        }
    }

    #[DataProvider('figures')]
    public function test_a_metric_is_what_the_statements_give_by_hand(string $metric, float $expected): void
    {
        $this->assertEqualsWithDelta($expected, self::company()->metric($metric), 1e-9 * max(1.0, abs($expected)));
    }

    #[DataProvider('figures')]
    public function test_a_currency_a_thousand_times_smaller_changes_amounts_and_nothing_else(string $metric, float $expected): void
    {
        $value = self::company(1000.0)->metric($metric);
        $unit = self::company()->catalogue->unit($metric)->value;
        $factor = match ($unit) {
            'money', 'money_per_share' => 1000.0,
            default => 1.0,
        };
        $this->assertEqualsWithDelta($expected * $factor, $value, 1e-9 * max(1.0, abs($expected * $factor)));
    }

    private static function company(float $scale = 1.0): CompanyScope
    {
        $years = self::YEARS;
        foreach ($years as &$lines) {
            foreach ($lines as $line => &$value) {
                $value *=
                    str_contains($line, 'shares_outstanding') || str_contains($line, 'shares_average') || $line === 'employees'
                        ? 1.0
                        : $scale;
            }
        }

        return Books::scope(
            $years,
            prices: new PriceSeries(
                [20250610, 20250701, 20260629, 20260630],
                [45.0 * $scale, 44.0 * $scale, 39.0 * $scale, 40.0 * $scale],
                actions: new CorporateActions([], [[20250620, 9.0 * $scale], [20250701, 0.3 * $scale], [20260102, 0.5 * $scale]]),
            ),
        );
    }
}
