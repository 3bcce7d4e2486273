<?php

declare(strict_types=1);

namespace Logion\Valuation\Method\CashFlow;

use Logion\Capital\CostOfDebt;
use Logion\Figure\Absence;
use Logion\Figure\Numerals;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Metric\CompanyScope;
use Logion\Reporting\ReportingModel;
use Logion\Statistics\Descriptive;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;
use Logion\Valuation\Assumption;
use Logion\Valuation\Convention;
use Logion\Valuation\Forecast\DriverRule;
use Logion\Valuation\MisfitMethod;

/**
 * A first set of assumptions for a company on a day, each with its source and what else it could be: a starting point that
 * the analyst changes, not an opinion.
 */
final class DiscountedCashFlowDefaults
{
    private const HISTORY_YEARS = 11;

    private const FORMULAS = [
        'revenue_growth' => 'growth(revenue, 1)',
        'operating_margin' => 'ebit / revenue',
        'tax_rate' => 'operating_tax_rate',
        'depreciation_to_revenue' => 'depreciation_amortization / revenue',
        'capital_expenditure_to_revenue' => 'capital_expenditure / revenue',
        'working_capital_to_revenue_change' => 'operating_working_capital / revenue',
    ];

    /** @throws MisfitMethod if the method does not fit the business or there is nothing to start from */
    public static function for(CompanyScope $scope): DiscountedCashFlow
    {
        if ($scope->company->template !== ReportingModel::Industrial) {
            throw MisfitMethod::discountedCashFlow($scope->company->template);
        }
        $baseYear = $scope->facts->latestYear() ?? throw MisfitMethod::notEnough('no annual report has been published by this day.');
        $history = self::history($scope, $baseYear);
        $revenue = $scope->facts->value('revenue', FiscalPeriod::year($baseYear));
        if ($revenue === null || $revenue <= 0) {
            throw MisfitMethod::notEnough("revenue of {$baseYear} is not known.");
        }
        $figures = [
            'base_revenue' => new Assumption(
                'base_revenue',
                'Revenue of the last fiscal year',
                Unit::Money,
                $revenue,
                'reported',
                [],
                "FY {$baseYear}",
            ),
            ...self::capital($scope),
            ...self::bridge($scope),
        ];
        $figures['terminal_growth'] = self::metric(
            $scope,
            'terminal_growth',
            'terminal_growth',
            'Terminal growth',
            Unit::Percent,
            0.02,
            'yield',
            'ten-year yield less half a point, between 0 and 3 %',
        );
        $model = new DiscountedCashFlow(
            $figures,
            self::drivers($scope, $history, $figures['terminal_growth']->value, $baseYear),
            $history,
            $baseYear,
            10,
            TerminalMethod::ReturnOnNewCapital,
            Convention::MidYear,
            self::stub($scope, $baseYear),
            $scope->company->reportingCurrency,
        );
        $rate = $model->weightedAverageCost()->rate;
        $returns = self::mean($scope, 'return_on_invested_capital', 5);
        $multiple = self::mean($scope, 'ev_to_ebitda', 5);
        $own = $scope->metric('ev_to_ebitda');

        return $model->copy(
            figures: [
                ...$figures,
                'discount_rate' => new Assumption('discount_rate', 'Discount rate', Unit::Percent, $rate, 'cost of capital'),
                'return_on_new_capital' => new Assumption(
                    'return_on_new_capital',
                    'Return on new capital',
                    Unit::Percent,
                    max(0.01, $rate),
                    'cost of capital',
                    $returns === null ? [] : ['own five-year mean' => $returns],
                    'new investment earns its cost, no more',
                ),
                'exit_multiple' => new Assumption(
                    'exit_multiple',
                    'Exit multiple of EBITDA',
                    Unit::Times,
                    $multiple ?? 8.0,
                    $multiple === null ? 'own' : 'own five-year mean',
                    $own instanceof Absence ? [] : ['today' => $own],
                ),
            ],
        );
    }

    /** @return array<string, array<int, ?float>> */
    private static function history(CompanyScope $scope, int $baseYear): array
    {
        $history = [];
        foreach (self::FORMULAS as $driver => $formula) {
            $tree = $scope->catalogue->parse($formula);
            for ($back = self::HISTORY_YEARS - 1; $back >= 0; $back--) {
                $value = $scope->value($tree, Moment::of('annual')->completedYear($back));
                $history[$driver][$baseYear - $back] = $value instanceof Absence ? null : $value;
            }
        }

        return $history;
    }

    /**
     * @param  array<string, array<int, ?float>>  $history
     * @return array<string, DriverRule>
     */
    private static function drivers(CompanyScope $scope, array $history, float $terminalGrowth, int $baseYear): array
    {
        $median = static fn (string $driver, int $years): ?float => Descriptive::median(
            Descriptive::known(array_slice($history[$driver], -$years)),
        );
        $estimate = $scope->estimate('revenue', 1, 0, 'mean', Moment::of('trailing'));
        $base = $scope->facts->value('revenue', FiscalPeriod::year($baseYear));
        $start = $estimate instanceof Absence || ! $base ? $median('revenue_growth', 5) ?? $terminalGrowth : $estimate / $base - 1;
        $older = array_fill_keys(array_slice(array_keys($history['operating_margin']), 0, -5), true);
        $recent = static fn (string $measure): DriverRule => DriverRule::historical($measure, array_keys($older));
        $level = static fn (string $driver, float $otherwise): DriverRule => $median($driver, 5) === null
            ? DriverRule::constant($otherwise)
            : $recent('historical_median');

        return [
            'revenue_growth' => DriverRule::fade(
                min(0.4, max(-0.2, $start)),
                $terminalGrowth,
                2,
                $estimate instanceof Absence ? 'history' : 'consensus',
            ),
            'operating_margin' => $level('operating_margin', 0.1),
            'tax_rate' => DriverRule::constant($scope->economy->corporateTaxRate, 'statutory rate'),
            'depreciation_to_revenue' => $level('depreciation_to_revenue', 0.04),
            'capital_expenditure_to_revenue' => $level('capital_expenditure_to_revenue', 0.05),
            'working_capital_to_revenue_change' => $level('working_capital_to_revenue_change', 0.1),
        ];
    }

    /** @return array<string, Assumption> */
    private static function capital(CompanyScope $scope): array
    {
        $beta = $scope->beta(60, Moment::of('trailing'));
        $riskFree = self::metric(
            $scope,
            null,
            'risk_free_rate',
            'Risk-free rate',
            Unit::Percent,
            0.03,
            'market',
            'ten-year government yield',
        );
        // One cost of debt for metric and valuation; what was paid is an alternative.
        $debtRate = $scope->metric('debt_rate_for_wacc');
        $cover = $scope->metric('interest_coverage');
        $paid = $scope->metric('cost_of_debt');
        $alternatives = $paid instanceof Absence ? [] : ['interest paid' => $paid];

        return [
            'risk_free_rate' => $riskFree,
            'beta' => $beta === null
                    ? new Assumption(
                        'beta',
                        'Beta',
                        Unit::Ratio,
                        1.0,
                        'market average',
                        [],
                        'too few common monthly returns for a beta of its own',
                    )
                    : new Assumption(
                        'beta',
                        'Beta',
                        Unit::Ratio,
                        $beta->blume(),
                        'regression, adjusted',
                        ['raw regression' => $beta->beta, 'market average' => 1.0],
                        sprintf(
                            '%d monthly returns on the home index, standard error %s, R² %s; 1/3 + 2/3 of the raw slope',
                            $beta->observations,
                            Numerals::decimal($beta->standardErrorBeta, 2),
                            Numerals::decimal($beta->rSquared ?? 0.0, 2),
                        ),
                    ),
            'equity_risk_premium' => new Assumption(
                'equity_risk_premium',
                'Equity risk premium',
                Unit::Percent,
                $scope->economy->equityRiskPremium,
                'setting',
            ),
            'cost_of_debt' => $debtRate instanceof Absence
                    ? new Assumption(
                        'cost_of_debt',
                        'Cost of debt before tax',
                        Unit::Percent,
                        $riskFree->value + CostOfDebt::byInterestCover(0.0, null, null, 0.0, CostOfDebt::defaultSpreads())->spread,
                        'best grade',
                        $alternatives,
                        $debtRate->sentence(),
                    )
                    : new Assumption(
                        'cost_of_debt',
                        'Cost of debt before tax',
                        Unit::Percent,
                        $debtRate,
                        'synthetic rating',
                        $alternatives,
                        $cover instanceof Absence ? 'pays no interest' : 'interest cover '.Numerals::decimal($cover, 1),
                    ),
            'marginal_tax_rate' => new Assumption(
                'marginal_tax_rate',
                'Marginal tax rate',
                Unit::Percent,
                $scope->economy->corporateTaxRate,
                'statutory rate',
            ),
            'equity_market_value' => self::metric(
                $scope,
                'market_cap',
                'equity_market_value',
                'Market value of equity',
                Unit::Money,
                0.0,
                'market',
                'price × shares outstanding',
            ),
        ];
    }

    /** @return array<string, Assumption> */
    private static function bridge(CompanyScope $scope): array
    {
        $lines = [
            'cash' => ['Cash and short-term investments', ['cash_and_short_term_investments']],
            'non_operating_assets' => ['Investments', ['equity_method_investments', 'long_term_investments']],
            'debt' => ['Debt', ['total_debt']],
            'lease_liabilities' => ['Operating leases', ['operating_lease_liabilities']],
            'pension_deficit' => ['Pension deficit', ['pension_liabilities']],
            'minority_interest' => ['Minority interest', ['minority_interest']],
            'preferred' => ['Preferred equity', ['preferred_equity']],
        ];
        $figures = [];
        foreach ($lines as $name => [$label, $keys]) {
            $sum = 0.0;
            $known = false;
            foreach ($keys as $key) {
                $value = $scope->line(\Logion\Reporting\LineItems::all()[$key], Moment::of('trailing'));
                if (! ($value instanceof Absence)) {
                    $sum += $value;
                    $known = true;
                }
            }
            $figures[$name] = new Assumption(
                $name,
                $label,
                Unit::Money,
                $sum,
                $known ? 'reported' : 'not reported',
                [],
                $known ? 'latest balance sheet' : 'not reported, taken as none',
            );
        }
        $shares = $scope->market('shares_outstanding', Moment::of('trailing'));
        if ($shares instanceof Absence || $shares <= 0) {
            throw MisfitMethod::notEnough('the number of shares is not known.');
        }
        $diluted = $scope->line(\Logion\Reporting\LineItems::all()['diluted_shares_average'], Moment::of('quarter'));
        $figures['shares'] = new Assumption(
            'shares',
            'Shares outstanding',
            Unit::Shares,
            $shares,
            'reported',
            $diluted instanceof Absence ? [] : ['diluted average' => $diluted],
        );

        return $figures;
    }

    /**
     * Part of the first forecast year that is still ahead. Between the end of a year and its report that year is over though it
     * has to be forecast: the part is negative then, the days by which it is over.
     */
    private static function stub(CompanyScope $scope, int $baseYear): float
    {
        $end = $scope->facts->periodEnd(FiscalPeriod::year($baseYear));

        return $end === null ? 1.0 : min(1.0, max(-1.0, 1.0 - Day::between($end, $scope->asOf) / 365));
    }

    private static function metric(
        CompanyScope $scope,
        ?string $metric,
        string $name,
        string $label,
        Unit $unit,
        float $otherwise,
        string $source,
        string $note,
    ): Assumption {
        $value = $metric === null ? $scope->market($name, Moment::of('trailing')) : $scope->metric($metric);

        return $value instanceof Absence
            ? new Assumption($name, $label, $unit, $otherwise, 'own', [], $value->sentence())
            : new Assumption($name, $label, $unit, $value, $source, [], $note);
    }

    private static function mean(CompanyScope $scope, string $metric, int $years): ?float
    {
        $values = [];
        for ($i = 0; $i < $years; $i++) {
            $value = $scope->metric($metric, Moment::of('annual')->completedYear($i));
            if (! ($value instanceof Absence)) {
                $values[] = $value;
            }
        }

        return Descriptive::mean($values);
    }
}
