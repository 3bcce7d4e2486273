<?php

declare(strict_types=1);

namespace Tests\Core\Metric;

use Logion\Market\PriceSeries;
use Logion\Metric\CompanyScope;
use Logion\Reporting\ReportingModel;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;

/** A property company on paper, against the arithmetic done by hand. */
final class PropertyFiguresTest extends TestCase
{
    private const YEARS = [
        2024 => [
            'rental_income' => 280,
            'property_operating_costs' => 80,
            'general_administrative' => 20,
            'fair_value_change_of_property' => -30,
            'interest_expense' => 50,
            'income_tax' => 0,
            'property_depreciation' => 60,
            'depreciation_amortization' => 60,
            'depreciation_amortization_expense' => 60,
            'recurring_capital_expenditure' => 14,
            'total_assets' => 4100,
            'investment_property' => 4000,
            'cash_and_short_term_investments' => 100,
            'short_term_debt' => 100,
            'long_term_debt' => 1500,
            'share_capital_and_premium' => 2000,
            'retained_earnings' => 400,
            'other_liabilities' => 100,
            'net_income' => 40,
            'diluted_shares_average' => 100,
            'shares_outstanding_period_end' => 100,
        ],
        2025 => [
            'rental_income' => 300,
            'property_operating_costs' => 84,
            'general_administrative' => 21,
            'fair_value_change_of_property' => 20,
            'gain_on_property_sales' => 5,
            'interest_expense' => 55,
            'interest_income' => 2,
            'income_tax' => 3,
            'property_depreciation' => 62,
            'depreciation_amortization' => 63,
            'depreciation_amortization_expense' => 63,
            'straight_line_rent_adjustment' => 4,
            'recurring_capital_expenditure' => 15,
            'amortization_of_financing_costs' => 1,
            'stock_based_compensation' => 2,
            'total_assets' => 4320,
            'investment_property' => 4200,
            'investment_property_gross' => 4500,
            'cash_and_short_term_investments' => 120,
            'short_term_debt' => 110,
            'long_term_debt' => 1560,
            'share_capital_and_premium' => 2000,
            'retained_earnings' => 500,
            'other_liabilities' => 150,
            'net_income' => 101,
            'dividends_per_share' => 0.8,
            'diluted_shares_average' => 101,
            'shares_outstanding_period_end' => 102,
            'lettable_area' => 500,
            'occupied_area' => 470,
            'annualized_rent' => 310,
            'top_tenant_rent' => 31,
            'rent_expiring_next_year' => 62,
            'like_for_like_net_operating_income' => 206,
            'like_for_like_net_operating_income_prior' => 200,
            'net_asset_value' => 2652,
        ],
    ];

    /** @return iterable<string, array{string, float}> */
    public static function figures(): iterable
    {
        // Net operating income 216; funds from operations 101 + 62 − 5 − 20 = 138 (130 the year before); adjusted 138 − 4 + 2 + 1 − 15 =
        // 122.
        $ebitda = 101 + 3 + 55 - 2 + 63 - 5 - 20;
        $plain = [
            'funds_from_operations_per_share' => 138 / 101,
            'adjusted_funds_from_operations_per_share' => 122 / 101,
            'price_to_funds_from_operations' => 20 / (138 / 101),
            'price_to_adjusted_funds_from_operations' => 20 / (122 / 101),
            'funds_from_operations_payout' => 0.8 / (138 / 101),
            'adjusted_funds_from_operations_payout' => 0.8 / (122 / 101),
            'funds_from_operations_per_share_growth_1y' => 138 / 101 / 1.3 - 1,
            'net_operating_income_margin' => 216 / 300,
            'like_for_like_growth' => 0.03,
            'implied_capitalization_rate' => 216 / (2040 + 1670 - 120),
            'property_ebitda' => $ebitda,
            'property_net_debt_to_ebitda' => 1550 / $ebitda,
            'property_interest_coverage' => $ebitda / 55,
            'loan_to_value' => 1550 / 4500,
            'occupancy' => 0.94,
            'top_tenant_share' => 0.1,
            'lease_expiry_share_next_year' => 0.2,
            'net_asset_value_per_share' => 26,
            'net_asset_value_discount' => 20 / 26 - 1,
        ];
        foreach ($plain as $metric => $value) {
            yield $metric => [$metric, (float) $value];
        }
    }

    #[DataProvider('figures')]
    public function test_a_metric_is_what_the_statements_give_by_hand(string $metric, float $expected): void
    {
        $this->assertEqualsWithDelta($expected, self::company(self::YEARS)->metric($metric), 1e-9 * max(1.0, abs($expected)));
    }

    public function test_loans_are_set_against_the_net_value_where_the_gross_one_is_not_told(): void
    {
        $years = self::YEARS;
        unset($years[2025]['investment_property_gross']);
        $this->assertEqualsWithDelta(1550 / 4200, self::company($years)->metric('loan_to_value'), 1e-12);
    }

    public function test_funds_from_operations_that_are_spent_make_no_multiple(): void
    {
        $years = self::YEARS;
        // A loss on the sale of land, which the sum of funds from operations does not add back.
        $years[2025]['net_income'] = $years[2025]['income_from_continuing_operations'] = -200;
        $years[2025]['income_before_tax'] = -197;
        $years[2025]['other_non_operating_income'] = -298;
        $years[2025]['impairment_charges'] = 0;
        $scope = self::company($years);
        $this->assertLessThan(0, $scope->metric('funds_from_operations_per_share'));
        $this->assertSame('not_meaningful', $scope->metric('price_to_funds_from_operations')->kind->value);
        $this->assertSame('not_meaningful', $scope->metric('funds_from_operations_payout')->kind->value);
    }

    /** @param  array<int, array<string, float|int>>  $years */
    private static function company(array $years): CompanyScope
    {
        return Books::scope($years, prices: new PriceSeries([20260629, 20260630], [19.9, 20.0]), template: ReportingModel::Property);
    }
}
