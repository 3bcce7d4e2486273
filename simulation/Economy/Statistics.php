<?php

declare(strict_types=1);

namespace Simulation\Economy;

use Simulation\Calendar;
use Simulation\Chance;
use Simulation\Subject;
use Simulation\Wire;
use Simulation\World;

/** What is told of the economy, each figure on the day it becomes known: rates at once, statistics weeks later, forecasts every quarter. */
final class Statistics
{
    private const HOUSE = 'Chamber of Reckoners';

    public static function tell(World $world, Wire $wire): void
    {
        $day = $wire->day;
        $economy = $world->economy;
        $series = static fn (string $name, float $value, int $digits) => $wire->publish(Subject::Series, 480, [
            'name' => $name,
            'value' => round($value, $digits),
        ]);
        $wire->publish(Subject::Series, 1021, ['name' => 'exchange_rate:XVN', 'value' => $economy->exchangeRate($day)]);
        $year = intdiv($day, 10000);
        $month = intdiv($day, 100) % 100;
        $of = intdiv($day, 100) * 100;
        if (intdiv($wire->before, 100) !== intdiv($day, 100)) {
            $now = $economy->onDay($day);
            $series('risk_free_rate', $now['long'], 5);
            $series('bill_rate', $now['bill'], 5);
            $series('policy_rate', round(400 * $now['policy']) / 400, 4);
            $series('credit_spread', $now['spread'], 5);
        }
        [$lastYear, $lastMonth] = $month === 1 ? [$year - 1, 12] : [$year, $month - 1];
        if ($wire->reaches($of + 8)) {
            $series('unemployment_rate', $economy->month($lastYear, $lastMonth)['unemployment'], 4);
        }
        if ($wire->reaches($of + 16)) {
            $series('consumer_price_index', $economy->month($lastYear, $lastMonth)['prices'], 3);
            $series('inflation_rate', $economy->inflation($lastYear, $lastMonth), 4);
        }
        if ($month % 3 === 2 && $wire->reaches($of + 14)) {
            // The quarter that ended six weeks ago.
            $quarter = intdiv($month - 2, 3) + 1;
            [$ended, $number] = $quarter === 1 ? [$year - 1, 4] : [$year, $quarter - 1];
            $series('output_growth', $economy->growth($ended, $number), 4);
        }
        if ($month % 3 === 1 && $wire->reaches($of + 20)) {
            self::forecast($world, $wire, $year, $month);
        }
    }

    /** Forecasts of the year and the two after it, from what is known: the present, drawn to what is usual. */
    private static function forecast(World $world, Wire $wire, int $year, int $month): void
    {
        $economy = $world->economy;
        $chance = new Chance($world->seed, "forecast {$year} {$month}");
        $seen = max(1, $month - 3);
        $now = [
            'output_growth' => [$economy->growth($seen <= 3 ? $year - 1 : $year, $seen <= 3 ? 4 : intdiv($seen - 1, 3)), 0.018, 0.5, 0.007],
            'inflation_rate' => [$economy->inflation($year, $seen), 0.021, 0.6, 0.005],
            'unemployment_rate' => [$economy->month($year, $seen)['unemployment'], 0.053, 0.75, 0.004],
            'policy_rate' => [$economy->month($year, $seen)['policy'], 0.027, 0.75, 0.004],
        ];
        foreach ($now as $name => [$value, $usual, $lasts, $error]) {
            for ($ahead = 0; $ahead <= 2; $ahead++) {
                $horizon = $ahead + (12 - $month) / 12;
                $mean = $usual + ($value - $usual) * $lasts ** $horizon;
                $wire->publish(Subject::Forecast, 500, [
                    'name' => $name,
                    'source' => self::HOUSE,
                    'year' => $year + $ahead,
                    'value' => round($mean + $error * sqrt($horizon) * $chance->normal(), 4),
                ]);
            }
        }
    }

    /** @return list<array{int, int, string}> exchange, day, name of the holidays of a year */
    public static function holidays(int $year): array
    {
        $days = [];
        foreach ([1, 2, 3] as $exchange) {
            foreach (Calendar::holidays($exchange, $year) as $day => $name) {
                $days[] = [$exchange, $day, $name];
            }
        }

        return $days;
    }
}
