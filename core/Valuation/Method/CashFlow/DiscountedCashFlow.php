<?php

declare(strict_types=1);

namespace Logion\Valuation\Method\CashFlow;

use Logion\Capital\CostOfEquity;
use Logion\Capital\WeightedAverageCost;
use Logion\Figure\Figure;
use Logion\Figure\Numerals;
use Logion\Figure\Words;
use Logion\Figure\Working;
use Logion\Statistics\RootFinding;
use Logion\Valuation\Assumption;
use Logion\Valuation\Convention;
use Logion\Valuation\Discounting;
use Logion\Valuation\EquityBridge;
use Logion\Valuation\Forecast\DriverRule;
use Logion\Valuation\Forecast\OperatingForecast;
use Logion\Valuation\InvalidAssumption;

/**
 * Value of a share by discounted free cash flow to the firm, from named assumptions. Pure: the same assumptions give the
 * same value. Money in one currency; per share in that currency.
 *
 * Free cash flow = EBIT − taxes + depreciation − capital expenditure − increase of working capital; equity value by the
 * bridge. The discount rate is the weighted average cost of capital unless set outright.
 */
final readonly class DiscountedCashFlow
{
    /** Drivers of the forecast: label, lowest and highest constant searched when solved for. */
    public const DRIVERS = [
        'revenue_growth' => ['Revenue growth', -0.5, 1.0],
        'operating_margin' => ['Operating margin', -0.5, 0.9],
        'tax_rate' => ['Tax rate', 0.0, 0.8],
        'depreciation_to_revenue' => ['Depreciation to revenue', 0.0, 0.6],
        'capital_expenditure_to_revenue' => ['Capital expenditure to revenue', 0.0, 0.8],
        'working_capital_to_revenue_change' => ['Working capital to revenue change', -1.0, 2.0],
    ];

    /** Range searched when a single figure is solved for. */
    private const RANGES = [
        'discount_rate' => [0.001, 0.6],
        'terminal_growth' => [-0.3, 0.3],
        'return_on_new_capital' => [0.005, 1.0],
        'exit_multiple' => [0.1, 100.0],
        'risk_free_rate' => [-0.02, 0.4],
        'beta' => [-1.0, 6.0],
        'equity_risk_premium' => [0.0, 0.3],
        'cost_of_debt' => [0.0, 0.5],
        'marginal_tax_rate' => [0.0, 0.6],
    ];

    public const MAX_YEARS = 30;

    /**
     * @param  array<string, Assumption>  $figures  single figures by name
     * @param  array<string, DriverRule>  $drivers  by the names above
     * @param  array<string, array<int, ?float>>  $history  of each driver by fiscal year
     * @param  int  $baseYear  last reported fiscal year; the first forecast year follows it
     */
    public function __construct(
        public array $figures,
        public array $drivers,
        public array $history,
        public int $baseYear,
        public int $years,
        public TerminalMethod $terminal,
        public Convention $convention,
        public float $stub,
        public string $currency,
    ) {
        if ($years < 1 || $years > self::MAX_YEARS) {
            throw InvalidAssumption::outOfRange('years', Words::say('between_and', max_years: self::MAX_YEARS));
        }
    }

    /** @return list<string> every name that can be set or solved for */
    public function names(): array
    {
        return [...array_keys($this->figures), ...array_keys(self::DRIVERS)];
    }

    /**
     * One assumption changed: a single figure, or a driver held at the same figure every year.
     *
     * @throws InvalidAssumption if there is no such assumption or the figure is impossible
     */
    public function with(string $name, float $value): self
    {
        if (! is_finite($value)) {
            throw InvalidAssumption::outOfRange($name, Words::say('a_finite_number'));
        }
        if (isset(self::DRIVERS[$name])) {
            return $this->withDriver($name, DriverRule::constant($value));
        }
        $figure = $this->figures[$name] ?? null;
        if ($figure === null) {
            throw InvalidAssumption::unknown($name, ...$this->names());
        }
        if ($name === 'shares' && $value <= 0) {
            throw InvalidAssumption::outOfRange($name, Words::say('more_than_zero'));
        }
        if ($name === 'return_on_new_capital' && $value <= 0) {
            throw InvalidAssumption::outOfRange($name, Words::say('more_than_zero'));
        }

        return $this->copy(figures: [...$this->figures, $name => $figure->own($value)]);
    }

    public function withDriver(string $name, DriverRule $rule): self
    {
        return isset(self::DRIVERS[$name])
            ? $this->copy(drivers: [...$this->drivers, $name => $rule])
            : throw InvalidAssumption::unknown($name, ...array_keys(self::DRIVERS));
    }

    /**
     * @param  array<string, Assumption>|null  $figures
     * @param  array<string, DriverRule>|null  $drivers
     */
    public function copy(
        ?array $figures = null,
        ?array $drivers = null,
        ?int $years = null,
        ?TerminalMethod $terminal = null,
        ?Convention $convention = null,
    ): self {
        return new self(
            $figures ?? $this->figures,
            $drivers ?? $this->drivers,
            $this->history,
            $this->baseYear,
            $years ?? $this->years,
            $terminal ?? $this->terminal,
            $convention ?? $this->convention,
            $this->stub,
            $this->currency,
        );
    }

    public function costOfEquity(): float
    {
        return CostOfEquity::capitalAssetPricing(
            $this->figure('risk_free_rate'),
            $this->figure('beta'),
            $this->figure('equity_risk_premium'),
        );
    }

    public function weightedAverageCost(): WeightedAverageCost
    {
        return WeightedAverageCost::of(
            max(1e-9, $this->figure('equity_market_value')),
            max(0.0, $this->figure('debt') + $this->figure('lease_liabilities')),
            $this->costOfEquity(),
            $this->figure('cost_of_debt'),
            $this->figure('marginal_tax_rate'),
        );
    }

    /** The rate set outright, else the weighted average cost of capital. */
    public function discountRate(): float
    {
        return isset($this->figures['discount_rate']) && $this->figures['discount_rate']->source === 'own'
            ? $this->figures['discount_rate']->value
            : $this->weightedAverageCost()->rate;
    }

    /** @return array<string, list<float>> path of each driver over the forecast */
    public function paths(): array
    {
        $paths = [];
        foreach (array_keys(self::DRIVERS) as $name) {
            $paths[$name] = $this->path($name);
        }

        return $paths;
    }

    /**
     * @param  list<string>  $along  drivers whose path is being asked for
     * @return list<float>
     */
    private function path(string $name, array $along = []): array
    {
        if (in_array($name, $along, true)) {
            throw InvalidAssumption::malformed($name, Words::say('drivers_go_along_in_a_circle', drivers: implode(', ', $along)));
        }
        $rule = $this->drivers[$name] ?? throw InvalidAssumption::unknown($name, ...array_keys(self::DRIVERS));

        return $rule->path(
            self::label($name),
            $this->years,
            $this->history[$name] ?? [],
            [],
            fn (string $other): array => $this->path($other, [...$along, $name]),
        );
    }

    public function forecast(): OperatingForecast
    {
        $p = $this->paths();

        return OperatingForecast::byCapitalExpenditure(
            $this->figure('base_revenue'),
            $p['revenue_growth'],
            $p['operating_margin'],
            $p['tax_rate'],
            $p['depreciation_to_revenue'],
            $p['capital_expenditure_to_revenue'],
            $p['working_capital_to_revenue_change'],
        );
    }

    public function bridge(): EquityBridge
    {
        $amounts = [];
        foreach ([...EquityBridge::ADDED, ...EquityBridge::DEDUCTED] as $name) {
            $amounts[$name] = $this->figure($name);
        }

        return new EquityBridge($amounts);
    }

    /** @throws InvalidAssumption if terminal growth is not below the discount rate */
    public function value(): CashFlowValue
    {
        $rate = $this->discountRate();
        if ($rate <= -0.99) {
            throw InvalidAssumption::outOfRange('discount_rate', Words::say('above'));
        }
        $growth = $this->figure('terminal_growth');
        $forecast = $this->forecast();
        if ($this->terminal !== TerminalMethod::ExitMultiple && $growth >= $rate) {
            throw InvalidAssumption::growthNotBelowRate($growth, $rate);
        }

        return CashFlowValue::of(
            $forecast->flows,
            new Discounting(array_fill(0, $this->years, $rate), $this->convention, $this->stub),
            $this->terminalValue($forecast, $rate, $growth),
            $this->bridge(),
            $this->figure('shares'),
            $this->terminal !== TerminalMethod::ExitMultiple,
        );
    }

    /** What a driver is called. */
    public static function label(string $driver): string
    {
        return Words::label("driver.{$driver}", self::DRIVERS[$driver][0]);
    }

    /**
     * The figure of one assumption at which the value is the price, others unchanged; a driver is held constant over the
     * years. Null when no figure in a sensible range does it. With several solutions, the one nearest to today's figure.
     *
     * @throws InvalidAssumption if there is no such assumption
     */
    public function solve(string $name, float $price): ?float
    {
        $driver = self::DRIVERS[$name] ?? null;
        $range = $driver !== null ? [$driver[1], $driver[2]] : self::RANGES[$name] ?? null;
        if ($range === null) {
            if (! isset($this->figures[$name])) {
                throw InvalidAssumption::unknown($name, ...array_keys(self::RANGES), ...array_keys(self::DRIVERS));
            }
            $size = max(1.0, abs($this->figures[$name]->value), abs($price) * $this->figure('shares'));
            $range = $name === 'shares' || $name === 'base_revenue' ? [$size * 1e-4, $size * 1e3] : [-$size * 20, $size * 20];
        }
        $distance = function (float $x) use ($name, $price): ?float {
            try {
                return ($this->with($name, $x)->value()->perShare ?? NAN) - $price;
            } catch (InvalidAssumption) {
                return null;
            }
        };
        $roots = RootFinding::scan($distance, $range[0], $range[1], 240);
        $now = $driver !== null ? $this->paths()[$name][0] : ($name === 'discount_rate' ? $this->discountRate() : $this->figure($name));
        usort($roots, static fn (float $a, float $b): int => abs($a - $now) <=> abs($b - $now));

        return $roots[0] ?? null;
    }

    /**
     * Value per share for every pair of two assumptions; null where there is none.
     *
     * @param  list<float>  $rows
     * @param  list<float>  $columns
     * @return list<list<?float>>
     */
    public function sensitivity(string $rowName, array $rows, string $columnName, array $columns): array
    {
        return array_map(
            fn (float $row): array => array_map(function (float $column) use ($rowName, $row, $columnName): ?float {
                try {
                    return $this->with($rowName, $row)->with($columnName, $column)->value()->perShare;
                } catch (InvalidAssumption) {
                    return null;
                }
            }, $columns),
            $rows,
        );
    }

    /**
     * What a careful reader should be warned of.
     *
     * @return list<string>
     */
    public function warnings(CashFlowValue $value): array
    {
        $warnings = [];
        $growth = $this->figure('terminal_growth');
        if ($this->terminal !== TerminalMethod::ExitMultiple && $growth > $this->figure('risk_free_rate')) {
            $warnings[] = Words::say(
                'terminal_growth_of_exceeds_the_risk',
                percent: Numerals::percent($growth, 1),
                percent2: Numerals::percent($this->figure('risk_free_rate'), 1),
            );
        }
        if ($value->terminalShare !== null && $value->terminalShare > 0.75) {
            $warnings[] = Words::say('of_the_value_lies_beyond_the', percent: Numerals::percent($value->terminalShare));
        }
        if ($value->equityValue !== null && $value->equityValue < 0) {
            $warnings[] = Words::say('claims_exceed_the_value_of_the');
        }
        if ($this->terminal === TerminalMethod::ReturnOnNewCapital && $growth >= $this->figure('return_on_new_capital')) {
            $warnings[] = Words::say('terminal_growth_is_not_below_the');
        }

        return $warnings;
    }

    private function terminalValue(OperatingForecast $forecast, float $rate, float $growth): ?float
    {
        $last = $this->years - 1;
        $paths = $this->paths();

        return match ($this->terminal) {
            TerminalMethod::ExitMultiple => ($forecast->ebit[$last] + $forecast->depreciation[$last]) * $this->figure('exit_multiple'),
            TerminalMethod::Perpetuity => CashFlowValue::growingPerpetuity($forecast->flows[$last] * (1 + $growth), $rate, $growth),
            TerminalMethod::ReturnOnNewCapital => CashFlowValue::growingPerpetuity(
                $forecast->nextOperatingProfitAfterTax($growth, $paths['operating_margin'][$last], $paths['tax_rate'][$last]) *
                    (1 - $growth / $this->figure('return_on_new_capital')),
                $rate,
                $growth,
            ),
        };
    }

    private function figure(string $name): float
    {
        return $this->figures[$name]->value;
    }
}
