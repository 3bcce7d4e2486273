<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\DB;
use Logion\Figure\Words;

/** Rates and levels of the economy through time, as they are stored. */
final class EconomySeries
{
    /** Before the currency: units of the installation's currency for one of it. */
    public const EXCHANGE_RATE = 'exchange_rate:';

    /** What can be kept besides exchange rates, with what it is for. */
    public const KNOWN = [
        'risk_free_rate' => ['Ten-year government yield', 'for cost of equity and excess returns', 'percent'],
        'bill_rate' => ['Three-month government yield', 'for the return on cash beside a portfolio', 'percent'],
        'consumer_price_index' => ['Consumer price index', 'for earnings of past years in money of today', 'ratio'],
    ];

    public static function isKnown(string $name): bool
    {
        return isset(self::KNOWN[$name]) || preg_match('/^exchange_rate:[A-Z]{3}$/D', $name) === 1;
    }

    public static function label(string $name): string
    {
        return isset(self::KNOWN[$name])
            ? Words::label("series.{$name}", self::KNOWN[$name][0])
            : Words::say('exchange_rate_of', name: substr($name, strlen(self::EXCHANGE_RATE)));
    }

    /** Whether its values are fractions of a year. */
    public static function isYield(string $name): bool
    {
        return (self::KNOWN[$name][2] ?? '') === 'percent';
    }

    /** What a series that is no exchange rate is for. */
    public static function use(string $name): string
    {
        return Words::label("series.{$name}.use", self::KNOWN[$name][1]);
    }

    /** @return list<array{name: string, points: int, first: int, last: int, value: float}> by name; value is the last one */
    public function all(): array
    {
        $rows = DB::table('economy_series')
            ->groupBy('name')
            ->orderBy('name')
            ->selectRaw('name, count(*) as points, min(day) as first, max(day) as last')
            ->get();

        return array_values(
            $rows
                ->map(
                    static fn (object $row): array => [
                        'name' => (string) $row->name,
                        'points' => (int) $row->points,
                        'first' => (int) $row->first,
                        'last' => (int) $row->last,
                        'value' => (float) DB::table('economy_series')->where('name', $row->name)->where('day', $row->last)->value('value'),
                    ],
                )
                ->all(),
        );
    }

    /** @return array<int, float> value by day, ascending */
    public function of(string $name): array
    {
        return DB::table('economy_series')
            ->where('name', $name)
            ->orderBy('day')
            ->pluck('value', 'day')
            ->map(static fn (mixed $value): float => (float) $value)
            ->all();
    }

    /** @return array<string, array{days: list<int>, values: list<float>}> by currency */
    public function exchangeRates(): array
    {
        $rates = [];
        foreach ($this->all() as ['name' => $name]) {
            if (str_starts_with($name, self::EXCHANGE_RATE)) {
                $values = $this->of($name);
                $rates[substr($name, strlen(self::EXCHANGE_RATE))] = ['days' => array_keys($values), 'values' => array_values($values)];
            }
        }

        return $rates;
    }
}
