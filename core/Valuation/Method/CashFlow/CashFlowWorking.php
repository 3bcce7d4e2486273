<?php

declare(strict_types=1);

namespace Logion\Valuation\Method\CashFlow;

use Logion\Figure\Absence;
use Logion\Figure\Figure;
use Logion\Figure\Reason;
use Logion\Figure\Source;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Figure\Working;
use Logion\Valuation\Convention;
use Logion\Valuation\EquityBridge;
use Logion\Valuation\Forecast\OperatingForecast;

/**
 * How a discounted cash flow value came about: the tree from the value per share down to every assumption. What belongs to a
 * forecast year has the key of its line and the year, such as "free_cash_flow@2026".
 */
final readonly class CashFlowWorking
{
    private OperatingForecast $forecast;

    public function __construct(private DiscountedCashFlow $model, private CashFlowValue $value)
    {
        $this->forecast = $model->forecast();
    }

    public function perShare(): Working
    {
        return new Working(
            Words::say('value_per_share'),
            Figure::of($this->value->perShare ?? self::none(), Unit::MoneyPerShare),
            Words::say('equity_value_shares'),
            null,
            [$this->equity(), $this->leaf('shares')],
            null,
            'dcf',
        );
    }

    private function equity(): Working
    {
        $bridge = [];
        foreach ([...EquityBridge::ADDED, ...EquityBridge::DEDUCTED] as $name) {
            if ($this->model->figures[$name]->value != 0.0) {
                $bridge[] = $this->leaf($name);
            }
        }

        return $this->money(
            'equity_value',
            Words::say('equity_value'),
            $this->value->equityValue,
            Words::say('enterprise_value_cash_and_other_assets'),
            [$this->enterprise(), ...$bridge],
        );
    }

    private function enterprise(): Working
    {
        [$formula, $assumptions] = match ($this->model->terminal) {
            TerminalMethod::ReturnOnNewCapital => [
                Words::say('next_profit_after_tax_growth_return'),
                ['terminal_growth', 'return_on_new_capital'],
            ],
            TerminalMethod::Perpetuity => [Words::say('last_free_cash_flow_growth_rate'), ['terminal_growth']],
            TerminalMethod::ExitMultiple => [Words::say('ebitda_of_the_last_year_exit'), ['exit_multiple']],
        };

        return $this->money(
            'enterprise_value',
            Words::say('enterprise_value'),
            $this->value->enterpriseValue,
            Words::say('present_value_of_the_forecast_present'),
            [
                $this->money(
                    'present_value_of_forecast',
                    Words::say('present_value_of_the_forecast'),
                    $this->value->sumOfPresentValues,
                    Words::say('sum_over_the_years'),
                    array_map($this->presentValue(...), array_keys($this->value->presentValues)),
                ),
                $this->money(
                    'present_terminal_value',
                    Words::say('present_value_of_what_comes_after'),
                    $this->value->presentTerminalValue,
                    Words::say('terminal_value_discount_factor'),
                    [
                        $this->money(
                            'terminal_value',
                            Words::say('terminal_value'),
                            $this->value->terminalValue,
                            $formula,
                            array_map($this->leaf(...), $assumptions),
                        ),
                    ],
                ),
                $this->rate(),
            ],
        );
    }

    private function presentValue(int $year): Working
    {
        $begun = $year === 0 && $this->model->stub < 1;

        return $this->ofYear(
            $year,
            'present_value',
            Words::say('present_value_of_free_cash_flow'),
            $this->value->presentValues[$year],
            $begun ? Words::say('free_cash_flow_part_of_the') : Words::say('free_cash_flow_discount_factor'),
            [
                $this->freeCashFlow($year),
                new Working(
                    Words::say('discount_factor'),
                    Figure::of($this->value->discountFactors[$year], Unit::Ratio),
                    $this->model->convention === Convention::MidYear
                        ? Words::say('rate_time_in_the_middle_of')
                        : Words::say('rate_time_at_the_end_of'),
                    $this->period($year),
                    key: $this->key('discount_factor', $year),
                ),
            ],
        );
    }

    private function freeCashFlow(int $year): Working
    {
        $forecast = $this->forecast;

        return $this->ofYear(
            $year,
            'free_cash_flow',
            Words::say('free_cash_flow'),
            $this->value->flows[$year],
            Words::say('operating_profit_taxes_depreciation_capital_expenditure'),
            [
                $this->ofYear(
                    $year,
                    'operating_profit',
                    Words::say('operating_profit'),
                    $forecast->ebit[$year],
                    Words::say('revenue_operating_margin'),
                    [
                        $this->ofYear(
                            $year,
                            'revenue',
                            Words::say('revenue'),
                            $forecast->revenue[$year],
                            Words::say('revenue_of_the_year_before_growth'),
                            [$this->driver('revenue_growth', $year)],
                        ),
                        $this->driver('operating_margin', $year),
                    ],
                ),
                $this->ofYear($year, 'taxes', Words::say('taxes'), $forecast->taxes[$year], Words::say('operating_profit_tax_rate'), [
                    $this->driver('tax_rate', $year),
                ]),
                $this->ofYear(
                    $year,
                    'depreciation',
                    Words::say('depreciation'),
                    $forecast->depreciation[$year],
                    Words::say('revenue_depreciation_to_revenue'),
                    [$this->driver('depreciation_to_revenue', $year)],
                ),
                $this->ofYear(
                    $year,
                    'capital_expenditure',
                    Words::say('capital_expenditure'),
                    $forecast->capitalExpenditure[$year],
                    Words::say('revenue_capital_expenditure_to_revenue'),
                    [$this->driver('capital_expenditure_to_revenue', $year)],
                ),
                $this->ofYear(
                    $year,
                    'working_capital_increase',
                    Words::say('increase_of_working_capital'),
                    $forecast->workingCapitalIncrease[$year],
                    Words::say('revenue_change_working_capital_to_revenue'),
                    [$this->driver('working_capital_to_revenue_change', $year)],
                ),
            ],
        );
    }

    /** The discount rate: the weighted average cost of capital, unless it is set outright. */
    public function rate(): Working
    {
        if (isset($this->model->figures['discount_rate']) && $this->model->figures['discount_rate']->source === 'own') {
            return $this->leaf('discount_rate');
        }
        $cost = $this->model->weightedAverageCost();

        return self::percent(
            'discount_rate',
            Words::say('weighted_average_cost_of_capital'),
            $cost->rate,
            Words::say('share_of_equity_cost_of_equity'),
            [
                self::percent(
                    'cost_of_equity',
                    Words::say('cost_of_equity'),
                    $this->model->costOfEquity(),
                    Words::say('risk_free_rate_beta_equity_risk'),
                    array_map($this->leaf(...), ['risk_free_rate', 'beta', 'equity_risk_premium']),
                ),
                self::percent(
                    'cost_of_debt_after_tax',
                    Words::say('cost_of_debt_after_tax'),
                    $cost->afterTaxCostOfDebt,
                    Words::say('cost_of_debt_tax_rate'),
                    array_map($this->leaf(...), ['cost_of_debt', 'marginal_tax_rate']),
                ),
                self::percent(
                    'share_of_equity',
                    Words::say('share_of_equity'),
                    $cost->weightEquity,
                    Words::say('market_value_of_equity_equity_debt'),
                    [$this->leaf('equity_market_value')],
                ),
                self::percent('share_of_debt', Words::say('share_of_debt'), $cost->weightDebt, Words::say('debt_and_leases_equity_debt'), [
                    $this->leaf('debt'),
                ]),
            ],
        );
    }

    private static function none(): Absence
    {
        return Absence::of(Reason::NoValueUnderAssumptions);
    }

    /** @param  list<Working>  $children */
    private function money(string $key, string $label, ?float $amount, string $formula, array $children, ?string $period = null): Working
    {
        return new Working($label, Figure::of($amount ?? self::none(), Unit::Money), $formula, $period, $children, key: $key);
    }

    /** @param  list<Working>  $children */
    private static function percent(string $key, string $label, float $value, string $formula, array $children): Working
    {
        return new Working($label, Figure::of($value, Unit::Percent), $formula, children: $children, key: $key);
    }

    /** @param  list<Working>  $children */
    private function ofYear(int $year, string $line, string $label, ?float $amount, string $formula, array $children): Working
    {
        return $this->money($this->key($line, $year), $label, $amount, $formula, $children, $this->period($year));
    }

    private function key(string $line, int $year): string
    {
        return $line.'@'.($this->model->baseYear + $year + 1);
    }

    private function period(int $year): string
    {
        return 'FY '.($this->model->baseYear + $year + 1);
    }

    private function leaf(string $name): Working
    {
        $figure = $this->model->figures[$name];

        return new Working(
            $figure->label,
            Figure::of($figure->value, $figure->unit),
            source: Source::assumption(ucfirst($figure->source).($figure->note === '' ? '' : ": {$figure->note}")),
            key: $name,
        );
    }

    private function driver(string $name, int $year): Working
    {
        $rule = $this->model->drivers[$name];

        return new Working(
            DiscountedCashFlow::label($name),
            Figure::of($this->model->paths()[$name][$year], Unit::Percent),
            period: $this->period($year),
            source: Source::assumption(ucfirst($rule->source).': '.$rule->describe()),
            key: $this->key($name, $year),
        );
    }
}
