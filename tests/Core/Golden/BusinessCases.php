<?php

declare(strict_types=1);

namespace Tests\Core\Golden;

use Logion\Figure\Absence;
use Logion\Formula\Functions;
use Logion\Formula\Moment;
use Logion\Formula\Parser;
use Logion\Market\Economy;
use Logion\Market\PriceSeries;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyData;
use Logion\Metric\CompanyScope;
use Logion\Reporting\FiledFact;
use Logion\Reporting\Property\Lease;
use Logion\Reporting\Property\LetProperty;
use Logion\Reporting\Property\PropertyPortfolio;
use Logion\Reporting\ReportingModel;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/** Banks and property companies: the metrics of the catalogue where it has them, else formulas of the language. */
final class BusinessCases
{
    /** Line of the register => golden names, added up; a minus takes away. */
    private const BANK = [
        'interest_and_dividend_income' => 'interest_income',
        'interest_expense' => 'interest_expense',
        'net_interest_income' => 'net_interest_income',
        'fee_income' => 'fee_income',
        'trading_income' => 'trading_income',
        'non_interest_expense' => 'operating_expenses',
        'provision_for_credit_losses' => 'loan_loss_provisions',
        'income_before_tax' => 'pretax_income',
        'income_tax' => 'income_tax',
        'net_income' => 'net_income',
        'dividends_paid' => 'dividends',
        'net_charge_offs' => 'net_charge_offs',
        'interbank_placements' => 'interbank',
        'securities' => 'securities',
        'gross_loans' => 'gross_loans',
        'allowance_for_credit_losses' => 'loan_loss_allowance',
        'goodwill' => 'goodwill_intangibles',
        'other_assets' => 'other_assets',
        'total_assets' => 'total_assets',
        'deposits' => 'deposits',
        'long_term_debt' => 'borrowings',
        'other_liabilities' => 'other_liabilities',
        'common_equity' => 'equity',
        'common_equity_tier1_capital' => 'cet1_capital',
        'risk_weighted_assets' => 'risk_weighted_assets',
        'non_performing_loans' => 'non_performing_loans',
        'shares_outstanding_period_end' => 'shares',
    ];

    private const TRUST = [
        'rental_income' => 'rental_income',
        'straight_line_rent_adjustment' => 'straight_line_rent',
        'property_operating_costs' => 'property_expenses',
        'general_administrative' => 'general_administrative',
        'property_depreciation' => 'real_estate_depreciation leasing_amortisation',
        'interest_expense' => 'interest_expense',
        'amortization_of_financing_costs' => 'debt_cost_amortisation',
        'gain_on_property_sales' => 'gain_on_sale',
        'impairment_charges' => 'impairment',
        'equity_method_income' => 'joint_venture_income',
        'net_income' => 'net_income_common net_income_minorities',
        'minority_interest_income' => 'net_income_minorities',
        'net_income_common' => 'net_income_common',
        'ffo_other_adjustments' => 'joint_venture_adjustment -minority_adjustment',
        'recurring_capital_expenditure' => 'maintenance_capex leasing_costs',
        'stock_based_compensation' => 'share_based_compensation',
        'dividends_paid' => 'distributions',
        'diluted_shares_average' => 'weighted_units',
        'shares_outstanding_period_end' => 'units_outstanding',
        'long_term_debt' => 'debt',
        'cash_and_equivalents' => 'cash',
        'preferred_equity' => 'preferred',
        'other_assets' => 'other_assets',
        'investment_property' => 'property_value',
    ];

    /** @return array<string, \Closure(array<string, mixed>): array<string, mixed>> */
    public static function all(): array
    {
        return [
            'acc.bank' => static fn (array $in): array => self::table($in['bank'], self::BANK, 'share_price', ReportingModel::Bank, [
                'nim' => 'net_interest_margin',
                'yield' => 'interest_and_dividend_income / average_balance(interbank_placements + securities + gross_loans)',
                'cost_of_funds' => 'cost_of_funds',
                'spread' => 'interest_and_dividend_income / average_balance(interbank_placements + securities + gross_loans) - '
                    .'cost_of_funds',
                'efficiency' => 'efficiency_ratio',
                'cost_of_risk' => 'cost_of_risk',
                'net_charge_off_ratio' => 'net_charge_off_rate',
                'npl_ratio' => 'non_performing_loan_ratio',
                'coverage' => 'non_performing_loan_coverage',
                'loan_to_deposit' => 'loan_to_deposit_ratio',
                'roa' => 'return_on_assets',
                'roe' => 'return_on_equity',
                'rotce' => 'return_on_tangible_equity',
                'cet1_ratio' => 'common_equity_tier1_ratio',
                'equity_to_assets' => 'common_equity / total_assets',
                'rwa_density' => 'risk_weighted_assets / total_assets',
                'tangible_book_per_share' => 'tangible_book_value_per_share',
                'payout' => 'net_income > 0 ? dividends_paid / net_income : (1 / 0)',
                'price_to_tangible_book' => 'price_to_tangible_book',
                'fee_share' => 'fee_income / revenue',
            ]),
            'acc.property_trust' => static fn (array $in): array => self::table(
                $in['trust'],
                self::TRUST,
                'unit_price',
                ReportingModel::Property,
                [
                    'noi' => 'net_operating_income',
                    'cash_noi' => 'net_operating_income - straight_line_rent_adjustment',
                    'noi_margin' => 'net_operating_income_margin',
                    'ffo' => 'funds_from_operations',
                    'affo' => 'adjusted_funds_from_operations',
                    'ffo_per_unit' => 'funds_from_operations_per_share',
                    'affo_per_unit' => 'adjusted_funds_from_operations_per_share',
                    'payout_ffo' => 'funds_from_operations > 0 ? dividends_paid / funds_from_operations : (1 / 0)',
                    'payout_affo' => 'adjusted_funds_from_operations > 0 ? dividends_paid / adjusted_funds_from_operations : (1 / 0)',
                    'interest_cover' => '(net_operating_income - general_administrative) / interest_expense',
                    'net_debt_to_ebitda' => 'net_debt / (net_operating_income - general_administrative)',
                    'ltv' => 'loan_to_value',
                    'nav_per_unit' => '(investment_property + cash_and_equivalents + other_assets - total_debt - preferred_equity) / '
                        .'shares_outstanding_period_end',
                    'implied_cap_rate' => 'net_operating_income / (market_cap + total_debt + preferred_equity - cash_and_equivalents - '
                        .'other_assets)',
                    'price_to_ffo' => 'price_to_funds_from_operations',
                    'price_to_affo' => 'price_to_adjusted_funds_from_operations',
                    'distribution_yield' => 'dividends_paid / diluted_shares_average / price',
                ],
            ),
            'acc.property_portfolio' => static function (array $in): array {
                $portfolio = new PropertyPortfolio(
                    array_map(
                        static fn (array $lease): Lease => new Lease(
                            $lease['tenant'],
                            (float) $lease['rent'],
                            Day::parse($lease['lease_end']),
                        ),
                        $in['leases'],
                    ),
                    array_map(
                        static fn (array $p): LetProperty => new LetProperty(
                            (float) $p['total_area'],
                            (float) $p['let_area'],
                            $p['noi_previous'],
                            $p['noi_this'],
                        ),
                        $in['properties'],
                    ),
                );

                return [
                    'wale_years' => $portfolio->weightedAverageLeaseTerm(Day::parse($in['as_of'])),
                    'occupancy' => $portfolio->occupancy(),
                    'same_property_growth' => $portfolio->samePropertyGrowth(),
                    'properties_compared' => count($portfolio->comparable()),
                    'largest_tenant_share' => $portfolio->largestTenantShare(),
                ];
            },
        ];
    }

    /**
     * @param  array<string, list<mixed>>  $statements
     * @param  array<string, string>  $lines
     * @param  array<string, string>  $formulas
     * @return array<string, list<?float>>
     */
    private static function table(array $statements, array $lines, string $prices, ReportingModel $template, array $formulas): array
    {
        $facts = $ends = [];
        foreach ($statements['period_ends'] as $i => $end) {
            $period = FiscalPeriod::year((int) substr($end, 0, 4));
            $ends[$period] = Day::parse($end);
            foreach ($lines as $line => $parts) {
                $sum = 0.0;
                foreach (explode(' ', $parts) as $part) {
                    $value = $statements[ltrim($part, '-')][$i];
                    $sum = $sum === null || $value === null ? null : $sum + ($part[0] === '-' ? -$value : $value);
                }
                if ($sum !== null) {
                    $facts[] = new FiledFact($line, $period, (float) $sum, 20000101);
                }
            }
        }
        $series = new PriceSeries(array_values($ends), array_map('floatval', $statements[$prices]));
        $scope = new CompanyScope(
            new CompanyData(1, 'GOLD', $template, '10', 'XCR', 'XCR', $facts, $ends, $series),
            99991231,
            Catalogue::builtIn(),
            new Economy(),
        );
        $last = count($ends) - 1;

        return array_map(static function (string $formula) use ($scope, $last): array {
            $tree = (new Parser(Functions::all()))->parse($formula, Catalogue::builtIn()->names());

            return array_map(static function (int $i) use ($scope, $last, $tree): ?float {
                $value = $scope->value($tree, Moment::of('annual')->completedYear($last - $i));

                return $value instanceof Absence ? null : $value;
            }, range(0, $last));
        }, $formulas);
    }
}
