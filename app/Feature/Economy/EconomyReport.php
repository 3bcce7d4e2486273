<?php

declare(strict_types=1);

namespace App\Feature\Economy;

use App\Storage\EconomySeries;
use App\Storage\Forecasts;
use Logion\Expectation\SurpriseIndex;
use Logion\Figure\Words;
use Logion\Market\Economy;
use Logion\Time\Day;

/** The economy on a day: what its statistics and rates told, what was forecast of them, and how the two differed. */
final readonly class EconomyReport
{
    /** Months before a day in which what it tells of lies in the middle: a quarter and six weeks, or a month. */
    private const LAG = ['output_growth' => 3, 'inflation_rate' => 1, 'unemployment_rate' => 1, 'policy_rate' => 0];

    /** Worse where it is higher. */
    private const TURNED = ['unemployment_rate'];

    /** What tells of activity; prices and rates rise for good reasons and bad ones. */
    private const ACTIVITY = ['output_growth', 'unemployment_rate'];

    private const SHOWN = [
        'output_growth',
        'inflation_rate',
        'unemployment_rate',
        'policy_rate',
        'bill_rate',
        'risk_free_rate',
        'credit_spread',
    ];

    /** @param  list<string>  $rates  names of exchange rates */
    public function __construct(private Economy $economy, private Forecasts $forecasts, private int $asOf, private array $rates)
    {
    }

    /** @return array<string, mixed> */
    public function report(): array
    {
        $forecasts = $this->forecasts->until($this->asOf);
        $series = [];
        foreach (self::SHOWN as $name) {
            $told = $this->told($name);
            if ($told !== []) {
                $series[] = $this->one($name, $told, $forecasts[$name] ?? []);
            }
        }
        foreach ($this->rates as $name) {
            $told = $this->told($name);
            if ($told !== []) {
                $series[] = $this->one($name, self::monthly($told), []);
            }
        }

        return [
            'as_of' => Day::iso($this->asOf),
            'series' => $series,
            'surprises' => array_map(
                static fn (array $of): array => ['day' => Day::iso($of['day']), 'value' => round($of['value'], 4)],
                SurpriseIndex::of($this->surprises($forecasts)),
            ),
            'recessions' => array_map(
                static fn (array $of): array => ['start' => Day::iso($of['start']), 'end' => Day::iso($of['end']), 'lasts' => $of['lasts']],
                $this->economy->recessions($this->asOf),
            ),
        ];
    }

    /** @return list<array{day: int, value: float}> known by the day */
    private function told(string $name): array
    {
        $currency = str_starts_with($name, EconomySeries::EXCHANGE_RATE) ? substr($name, strlen(EconomySeries::EXCHANGE_RATE)) : null;
        ['days' => $days, 'values' => $values] =
            $currency === null ? $this->economy->series($name) : $this->economy->exchangeRates($currency);
        $told = [];
        foreach ($days as $i => $day) {
            if ($day <= $this->asOf) {
                $told[] = ['day' => $day, 'value' => $values[$i]];
            }
        }

        return $told;
    }

    /**
     * @param  non-empty-list<array{day: int, value: float}>  $told
     * @param  list<array{day: int, year: int, value: float}>  $forecasts
     * @return array<string, mixed>
     */
    private function one(string $name, array $told, array $forecasts): array
    {
        $last = $told[count($told) - 1];
        $before = array_values(array_filter($told, static fn (array $of): bool => $of['day'] <= Day::monthsEarlier($last['day'], 12)));
        $paths = $now = [];
        foreach ($forecasts as ['day' => $day, 'year' => $year, 'value' => $value]) {
            $paths[$year][] = ['day' => Day::iso($day), 'value' => $value];
            $now[$year] = ['year' => $year, 'value' => $value, 'made_on' => Day::iso($day)];
        }

        return [
            'key' => $name,
            'label' => $this->label($name),
            'percent' => ! str_starts_with($name, EconomySeries::EXCHANGE_RATE),
            'days' => array_map(static fn (array $of): string => Day::iso($of['day']), $told),
            'values' => array_column($told, 'value'),
            'year_before' => $before === [] ? null : $before[count($before) - 1]['value'],
            'forecasts' => array_values(array_filter($now, fn (array $of): bool => $of['year'] >= Day::year($this->asOf))),
            'paths' => array_map(
                fn (int $year): array => [
                    'year' => $year,
                    'days' => array_column($paths[$year], 'day'),
                    'values' => array_column($paths[$year], 'value'),
                    'actual' => $this->actual($name, $told, $year),
                ],
                array_slice(array_keys($paths), -6),
            ),
        ];
    }

    /**
     * The mean of what was told of a calendar year, once all of it was.
     *
     * @param  list<array{day: int, value: float}>  $told
     */
    private function actual(string $name, array $told, int $year): ?float
    {
        $of = array_values(array_filter($told, static fn (array $one): bool => self::yearOf($name, $one['day']) === $year));
        $whole = $name === 'output_growth' ? 4 : 12;

        return count($of) < $whole ? null : array_sum(array_column($of, 'value')) / count($of);
    }

    private static function yearOf(string $name, int $day): int
    {
        return Day::year(Day::monthsEarlier($day, self::LAG[$name] ?? 0));
    }

    /**
     * What was told of activity beside the last forecast for its year.
     *
     * @param  array<string, list<array{day: int, year: int, value: float}>>  $forecasts
     * @return array<string, list<array{day: int, actual: float, expected: float}>>
     */
    private function surprises(array $forecasts): array
    {
        $surprises = [];
        foreach (self::ACTIVITY as $name) {
            $sign = in_array($name, self::TURNED, true) ? -1.0 : 1.0;
            foreach ($this->told($name) as ['day' => $day, 'value' => $value]) {
                $expected = null;
                foreach ($forecasts[$name] ?? [] as $forecast) {
                    if ($forecast['day'] < $day && $forecast['year'] === self::yearOf($name, $day)) {
                        $expected = $forecast['value'];
                    }
                }
                if ($expected !== null) {
                    $surprises[$name][] = ['day' => $day, 'actual' => $sign * $value, 'expected' => $sign * $expected];
                }
            }
        }

        return $surprises;
    }

    /**
     * The last of every month.
     *
     * @param  non-empty-list<array{day: int, value: float}>  $told
     * @return non-empty-list<array{day: int, value: float}>
     */
    private static function monthly(array $told): array
    {
        $months = [];
        foreach ($told as $of) {
            $months[Day::month($of['day'])] = $of;
        }

        return array_values($months);
    }

    private function label(string $name): string
    {
        return match ($name) {
            'output_growth' => Words::say('series_output_growth'),
            'inflation_rate' => Words::say('series_inflation_rate'),
            'unemployment_rate' => Words::say('series_unemployment_rate'),
            'policy_rate' => Words::say('series_policy_rate'),
            'credit_spread' => Words::say('series_credit_spread'),
            default => EconomySeries::label($name),
        };
    }
}
