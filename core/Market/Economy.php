<?php

declare(strict_types=1);

namespace Logion\Market;

use Closure;
use Logion\Time\TradingDays;

/**
 * Rates and levels of a company's economy through time, exchange rates, and the settings of the analyst.
 *
 * @phpstan-type Series array{days: list<int>, values: list<float>}
 */
final readonly class Economy
{
    /**
     * @param  array<string, Series>|Closure(string): ?Series  $series  risk_free_rate, bill_rate, consumer_price_index …; or what
     *     reads the one of a name
     * @param  float  $equityRiskPremium  a setting, a year
     * @param  array<string, Series>|Closure(string): ?Series  $exchangeRates  by currency, units of the base currency for one unit; or what
     *     reads those of a currency
     */
    public function __construct(
        private array|Closure $series = [],
        public float $equityRiskPremium = 0.05,
        public float $corporateTaxRate = 0.25,
        private array|Closure $exchangeRates = [],
        public string $baseCurrency = 'XCR',
    ) {
    }

    /** Currency in which amounts of different companies are compared. */
    public function baseCurrency(): string
    {
        return $this->baseCurrency;
    }

    public function at(string $name, int $day): ?float
    {
        return self::read(self::known($this->series, $name), $day);
    }

    /**
     * A series as it was told.
     *
     * @return array{days: list<int>, values: list<float>} days YYYYMMDD, ascending; empty where there is none
     */
    public function series(string $name): array
    {
        return self::known($this->series, $name) ?? ['days' => [], 'values' => []];
    }

    /**
     * Units of the base currency for one of another, as they were told.
     *
     * @return array{days: list<int>, values: list<float>} days YYYYMMDD, ascending; empty where there are none
     */
    public function exchangeRates(string $currency): array
    {
        return self::known($this->exchangeRates, $currency) ?? ['days' => [], 'values' => []];
    }

    /**
     * Downturns of the economy that were told by a day.
     *
     * @return list<array{start: int, end: int, lowest: float, lasts: bool}> {@see Recessions::of()}
     */
    public function recessions(int $asOf): array
    {
        ['days' => $days, 'values' => $growth] = $this->series('output_growth');

        return Recessions::of($days, $growth, $asOf);
    }

    /** Units of currency `to` for one unit of `from` on a day; null if a rate is not known. */
    public function exchange(string $from, string $to, int $day): ?float
    {
        if ($from === $to) {
            return 1.0;
        }
        $a = $from === $this->baseCurrency ? 1.0 : self::read(self::known($this->exchangeRates, $from), $day);
        $b = $to === $this->baseCurrency ? 1.0 : self::read(self::known($this->exchangeRates, $to), $day);

        return $a === null || $b === null ? null : $a / $b;
    }

    /**
     * @param  array<string, Series>|Closure(string): ?Series  $all
     * @return Series|null
     */
    private static function known(array|Closure $all, string $name): ?array
    {
        return is_array($all) ? $all[$name] ?? null : $all($name);
    }

    /** @param  array{days: list<int>, values: list<float>}|null  $series */
    private static function read(?array $series, int $day): ?float
    {
        if ($series === null) {
            return null;
        }
        $at = TradingDays::lastUntil($series['days'], $day);

        return $at < 0 ? null : $series['values'][$at];
    }
}
