<?php

declare(strict_types=1);

namespace Logion\Valuation\Method\CashFlow;

use Logion\Capital\CostOfDebt;
use Logion\Figure\Absence;
use Logion\Figure\Numerals;
use Logion\Figure\Unit;
use Logion\Figure\Words;
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
        $baseYear = $scope->facts->latestYear() ?? throw MisfitMethod::notEnough(Words::say('no_annual_report_has_been_published'));
        $history = self::history($scope, $baseYear);
        $revenue = $scope->facts->value('revenue', FiscalPeriod::year($baseYear));
        if ($revenue === null || $revenue <= 0) {
            throw MisfitMethod::notEnough(Words::say('revenue_of_is_not_known', baseYear: $baseYear));
        }
        $figures = [
            'base_revenue' => new Assumption(
                'base_revenue',
                Words::say('revenue_of_the_last_fiscal_year'),
                Unit::Money,
                $revenue,
                Words::say('reported'),
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
            Words::say('terminal_growth'),
            Unit::Percent,
            0.02,
            Words::say('yield'),
            Words::say('ten_year_yield_less_half_a'),
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
            drivers: [...$model->drivers, 'operating_margin' => self::margin($scope, $model->drivers['operating_margin'], $history, $rate)],
            figures: [
                ...$figures,
                'discount_rate' => new Assumption(
                    'discount_rate',
                    Words::say('discount_rate'),
                    Unit::Percent,
                    $rate,
                    Words::say('cost_of_capital'),
                ),
                'return_on_new_capital' => new Assumption(
                    'return_on_new_capital',
                    Words::say('return_on_new_capital'),
                    Unit::Percent,
                    max(0.01, $rate),
                    Words::say('cost_of_capital'),
                    $returns === null ? [] : [Words::say('own_five_year_mean') => $returns],
                    Words::say('new_investment_earns_its_cost_no'),
                ),
                'exit_multiple' => new Assumption(
                    'exit_multiple',
                    Words::say('exit_multiple_of_ebitda'),
                    Unit::Times,
                    $multiple ?? 8.0,
                    $multiple === null ? 'own' : Words::say('own_five_year_mean'),
                    $own instanceof Absence ? [] : [Words::say('today') => $own],
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
                $estimate instanceof Absence ? Words::say('history') : Words::say('consensus'),
            ),
            'operating_margin' => $level('operating_margin', 0.1),
            'tax_rate' => DriverRule::constant($scope->economy->corporateTaxRate, Words::say('statutory_rate')),
            'depreciation_to_revenue' => $level('depreciation_to_revenue', 0.04),
            'capital_expenditure_to_revenue' => $level('capital_expenditure_to_revenue', 0.05),
            'working_capital_to_revenue_change' => $level('working_capital_to_revenue_change', 0.1),
        ];
    }

    /**
     * Who earns more than capital costs finds imitators: half of the margin above the one at which the capital there is would just earn
     * its cost is gone by the last year (the fade of returns after A. Rappaport, Creating Shareholder Value, 1986). Who earns less
     * keeps what it has: nobody improves by assumption.
     *
     * @param  array<string, array<int, ?float>>  $history
     */
    private static function margin(CompanyScope $scope, DriverRule $usual, array $history, float $rate): DriverRule
    {
        $own = Descriptive::median(Descriptive::known(array_slice($history['operating_margin'], -5)));
        $capital = $scope->value($scope->catalogue->parse('invested_capital / revenue'), Moment::of('annual'));
        if ($own === null || $capital instanceof Absence || $capital <= 0) {
            return $usual;
        }
        $atCost = ($rate * $capital) / (1 - $scope->economy->corporateTaxRate);

        return $own > $atCost ? DriverRule::fade($own, ($own + $atCost) / 2, 2, Words::say('competition')) : $usual;
    }

    /** @return array<string, Assumption> */
    private static function capital(CompanyScope $scope): array
    {
        $beta = $scope->beta(60, Moment::of('trailing'));
        $riskFree = self::metric(
            $scope,
            null,
            'risk_free_rate',
            Words::say('risk_free_rate'),
            Unit::Percent,
            0.03,
            'market',
            Words::say('ten_year_government_yield'),
        );
        // One cost of debt for metric and valuation; what was paid is an alternative.
        $debtRate = $scope->metric('debt_rate_for_wacc');
        $cover = $scope->metric('interest_coverage');
        $paid = $scope->metric('cost_of_debt');
        $alternatives = $paid instanceof Absence ? [] : [Words::say('interest_paid') => $paid];

        return [
            'risk_free_rate' => $riskFree,
            'beta' => $beta === null
                    ? new Assumption(
                        'beta',
                        Words::say('beta'),
                        Unit::Ratio,
                        1.0,
                        Words::say('market_average'),
                        [],
                        Words::say('too_few_common_monthly_returns_for'),
                    )
                    : new Assumption(
                        'beta',
                        Words::say('beta'),
                        Unit::Ratio,
                        $beta->blume(),
                        Words::say('regression_adjusted'),
                        [Words::say('raw_regression') => $beta->beta, Words::say('market_average') => 1.0],
                        sprintf(
                            Words::say('d_monthly_returns_on_the_home'),
                            $beta->observations,
                            Numerals::decimal($beta->standardErrorBeta, 2),
                            Numerals::decimal($beta->rSquared ?? 0.0, 2),
                        ),
                    ),
            'equity_risk_premium' => new Assumption(
                'equity_risk_premium',
                Words::say('equity_risk_premium'),
                Unit::Percent,
                $scope->economy->equityRiskPremium,
                Words::say('setting'),
            ),
            'cost_of_debt' => $debtRate instanceof Absence
                    ? new Assumption(
                        'cost_of_debt',
                        Words::say('cost_of_debt_before_tax'),
                        Unit::Percent,
                        $riskFree->value + CostOfDebt::byInterestCover(0.0, null, null, 0.0, CostOfDebt::defaultSpreads())->spread,
                        Words::say('best_grade'),
                        $alternatives,
                        $debtRate->sentence(),
                    )
                    : new Assumption(
                        'cost_of_debt',
                        Words::say('cost_of_debt_before_tax'),
                        Unit::Percent,
                        $debtRate,
                        Words::say('synthetic_rating'),
                        $alternatives,
                        $cover instanceof Absence
                            ? Words::say('pays_no_interest')
                            : Words::say('interest_cover', decimal: Numerals::decimal($cover, 1)),
                    ),
            'marginal_tax_rate' => new Assumption(
                'marginal_tax_rate',
                Words::say('marginal_tax_rate'),
                Unit::Percent,
                $scope->economy->corporateTaxRate,
                Words::say('statutory_rate'),
            ),
            'equity_market_value' => self::metric(
                $scope,
                'market_cap',
                'equity_market_value',
                Words::say('market_value_of_equity'),
                Unit::Money,
                0.0,
                'market',
                Words::say('price_shares_outstanding'),
            ),
        ];
    }

    /** @return array<string, Assumption> */
    private static function bridge(CompanyScope $scope): array
    {
        $lines = [
            'cash' => [Words::say('cash_and_short_term_investments'), ['cash_and_short_term_investments']],
            'non_operating_assets' => [Words::say('investments'), ['equity_method_investments', 'long_term_investments']],
            'debt' => [Words::say('debt'), ['total_debt']],
            'lease_liabilities' => [Words::say('operating_leases'), ['operating_lease_liabilities']],
            'pension_deficit' => [Words::say('pension_deficit'), ['pension_liabilities']],
            'minority_interest' => [Words::say('minority_interest'), ['minority_interest']],
            'preferred' => [Words::say('preferred_equity'), ['preferred_equity']],
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
                $known ? Words::say('reported') : Words::say('not_reported'),
                [],
                $known ? Words::say('latest_balance_sheet') : Words::say('not_reported_taken_as_none'),
            );
        }
        $shares = $scope->market('shares_outstanding', Moment::of('trailing'));
        if ($shares instanceof Absence || $shares <= 0) {
            throw MisfitMethod::notEnough(Words::say('the_number_of_shares_is_not'));
        }
        $diluted = $scope->line(\Logion\Reporting\LineItems::all()['diluted_shares_average'], Moment::of('quarter'));
        $figures['shares'] = new Assumption(
            'shares',
            Words::say('shares_outstanding'),
            Unit::Shares,
            $shares,
            Words::say('reported'),
            $diluted instanceof Absence ? [] : [Words::say('diluted_average') => $diluted],
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
