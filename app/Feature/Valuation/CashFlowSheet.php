<?php

declare(strict_types=1);

namespace App\Feature\Valuation;

use BackedEnum;
use Logion\Figure\Words;
use Logion\Metric\CompanyScope;
use Logion\Time\Day;
use Logion\Valuation\Convention;
use Logion\Valuation\Forecast\DriverRule;
use Logion\Valuation\InvalidAssumption;
use Logion\Valuation\MarginOfSafety;
use Logion\Valuation\Method\CashFlow\DiscountedCashFlow;
use Logion\Valuation\Method\CashFlow\DiscountedCashFlowDefaults;
use Logion\Valuation\Method\CashFlow\TerminalMethod;

/**
 * A discounted cash flow of a company: defaults of the day, the analyst's changes on top, the result with its sheet.
 *
 * Changes are {years, convention, terminal, figures: {name: number}, drivers: {name: rule}}; only what differs from the
 * defaults is named, so a saved valuation says what was believed and by whom.
 */
final class CashFlowSheet
{
    public readonly DiscountedCashFlow $model;

    /** Units of the currency of the share for one of the reports. */
    public readonly float $rate;

    /** @param  array<string, mixed>  $changes */
    public function __construct(private readonly CompanyScope $scope, array $changes = [])
    {
        $this->model = self::changed(DiscountedCashFlowDefaults::for($scope), $changes);
        $this->rate = $scope->economy->exchange($scope->company->reportingCurrency, $scope->company->tradingCurrency, $scope->asOf) ?? 1.0;
    }

    /**
     * @param  array<string, mixed>  $changes
     *
     * @throws InvalidAssumption if a change names nothing or is impossible
     */
    private static function changed(DiscountedCashFlow $model, array $changes): DiscountedCashFlow
    {
        $years = $changes['years'] ?? null;
        $model = $model->copy(
            years: $years === null
                ? null
                : (is_numeric($years)
                    ? (int) $years
                    : throw InvalidAssumption::outOfRange('years', Words::say('a_whole_number'))),
            terminal: self::chosen(TerminalMethod::class, $changes['terminal'] ?? null),
            convention: self::chosen(Convention::class, $changes['convention'] ?? null),
        );
        foreach ((array) ($changes['figures'] ?? []) as $name => $value) {
            $model = $model->with(
                (string) $name,
                is_numeric($value) ? (float) $value : throw InvalidAssumption::outOfRange((string) $name, Words::say('a_number')),
            );
        }
        foreach ((array) ($changes['drivers'] ?? []) as $name => $rule) {
            if (! isset(DiscountedCashFlow::DRIVERS[$name])) {
                throw InvalidAssumption::unknown((string) $name, ...array_keys(DiscountedCashFlow::DRIVERS));
            }
            $model = $model->withDriver((string) $name, DriverRule::fromArray((string) $name, (array) $rule));
        }

        return $model;
    }

    /** Price of the share in the reporting currency, in which the model counts. */
    public function price(): ?float
    {
        $price = $this->scope->metric('share_price');

        return is_float($price) ? $price : null;
    }

    /** The figure at which the value meets a price in the trading currency; today's price if none is given. */
    public function solve(string $name, ?float $price = null): ?float
    {
        $price = $price === null ? $this->price() : $price / $this->rate;

        return $price === null ? null : $this->model->solve($name, $price);
    }

    /** @return array<string, mixed> */
    public function present(): array
    {
        $model = $this->model;
        $value = $model->value();
        $forecast = $model->forecast();
        $cost = $model->weightedAverageCost();
        $price = $this->price();

        return [
            'ticker' => $this->scope->company->ticker,
            'as_of' => Day::iso($this->scope->asOf),
            'method' => 'dcf',
            'currency' => $this->scope->company->tradingCurrency,
            'reporting_currency' => $model->currency,
            'exchange_rate' => $this->rate,
            'per_share' => $value->perShare === null ? null : $value->perShare * $this->rate,
            'price' => $price === null ? null : $price * $this->rate,
            'upside' => $value->perShare === null || $price === null ? null : $value->perShare / $price - 1,
            'equity_value' => $value->equityValue,
            'enterprise_value' => $value->enterpriseValue,
            'discount_rate' => $model->discountRate(),
            'terminal_share' => $value->terminalShare,
            'present_value_of_forecast' => $value->sumOfPresentValues,
            'terminal_value' => $value->terminalValue,
            'present_value_of_terminal' => $value->presentTerminalValue,
            'cost_of_equity' => $model->costOfEquity(),
            'weights' => ['equity' => $cost->weightEquity, 'debt' => $cost->weightDebt],
            'after_tax_cost_of_debt' => $cost->afterTaxCostOfDebt,
            'assumptions' => [
                'years' => $model->years,
                'base_year' => $model->baseYear,
                'stub' => $model->stub,
                'terminal' => $model->terminal->value,
                'convention' => $model->convention->value,
                'figures' => $model->figures,
                'drivers' => array_map(
                    static fn (string $name): array => [
                        'label' => DiscountedCashFlow::DRIVERS[$name][0],
                        'rule' => $model->drivers[$name]->toArray(),
                        'describe' => $model->drivers[$name]->describe(),
                        'source' => $model->drivers[$name]->source,
                        'history' => (object) $model->history[$name],
                        'path' => $model->paths()[$name],
                    ],
                    array_combine(array_keys(DiscountedCashFlow::DRIVERS), array_keys(DiscountedCashFlow::DRIVERS)),
                ),
            ],
            'sheet' => [
                'years' => range($model->baseYear + 1, $model->baseYear + $model->years),
                'revenue' => $forecast->revenue,
                'operating_profit' => $forecast->ebit,
                'taxes' => $forecast->taxes,
                'depreciation' => $forecast->depreciation,
                'capital_expenditure' => $forecast->capitalExpenditure,
                'working_capital_increase' => $forecast->workingCapitalIncrease,
                'free_cash_flow' => $forecast->flows,
                'discount_factor' => $value->discountFactors,
                'present_value' => $value->presentValues,
            ],
            'buy_below' => MarginOfSafety::at(
                $value->perShare === null ? null : $value->perShare * $this->rate,
                $price === null ? null : $price * $this->rate,
            ),
            'warnings' => $model->warnings($value),
        ];
    }

    /**
     * Value per share in the trading currency around today's figures of two assumptions.
     *
     * @param  list<float>|null  $rows
     * @param  list<float>|null  $columns
     * @return array{row: string, column: string, rows: list<float>, columns: list<float>, values: list<list<?float>>}
     */
    public function sensitivity(string $row, string $column, ?array $rows = null, ?array $columns = null): array
    {
        $rows ??= $this->around($row);
        $columns ??= $this->around($column);

        return [
            'row' => $row,
            'column' => $column,
            'rows' => $rows,
            'columns' => $columns,
            'values' => array_map(
                fn (array $line): array => array_map(fn (?float $value): ?float => $value === null ? null : $value * $this->rate, $line),
                $this->model->sensitivity($row, $rows, $column, $columns),
            ),
        ];
    }

    /** @return list<float> seven figures around today's: half points for rates, tenths of the figure for the rest */
    private function around(string $name): array
    {
        if ($name === 'discount_rate') {
            $centre = $this->model->discountRate();
        } elseif (isset(DiscountedCashFlow::DRIVERS[$name])) {
            $centre = $this->model->paths()[$name][0];
        } else {
            $centre = ($this->model->figures[$name] ?? throw InvalidAssumption::unknown($name, ...$this->model->names()))->value;
        }
        $isRate = isset(DiscountedCashFlow::DRIVERS[$name]) || $this->model->figures[$name]->unit === \Logion\Figure\Unit::Percent;
        $step = $isRate ? (isset(DiscountedCashFlow::DRIVERS[$name]) ? 0.01 : 0.005) : 0.1 * (abs($centre) ?: 1.0);

        return array_map(static fn (int $i): float => $centre + $i * $step, range(-3, 3));
    }

    /**
     * @template C of BackedEnum
     *
     * @param  class-string<C>  $choices
     * @return C|null
     *
     * @throws InvalidAssumption if it is none of them
     */
    private static function chosen(string $choices, mixed $told): ?BackedEnum
    {
        if ($told === null) {
            return null;
        }
        $told = is_scalar($told) ? (string) $told : get_debug_type($told);

        return $choices::tryFrom($told) ?? throw InvalidAssumption::unknown($told, ...array_column($choices::cases(), 'value'));
    }
}
