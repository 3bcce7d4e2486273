<?php

declare(strict_types=1);

namespace App\Demo;

/**
 * The archipelago's economy: three cycles with a recession, yields, inflation, an exchange rate, and daily factors that
 * move all prices and those of a sector.
 */
final class Macro
{
    /** Deviation of activity from trend by quarter since 2014. */
    private const CYCLE = [
        0.2,
        0.3,
        0.4,
        0.5,
        0.5,
        0.4,
        0.2,
        0.0,
        -0.3,
        -0.5,
        -0.4,
        -0.2,
        0.1,
        0.3,
        0.5,
        0.6,
        0.7,
        0.7,
        0.5,
        0.3,
        0.1,
        0.0,
        -0.1,
        -0.4,
        -1.6,
        -2.2,
        -1.4,
        -0.7,
        -0.1,
        0.4,
        0.8,
        1.0,
        1.1,
        0.9,
        0.6,
        0.2,
        -0.2,
        -0.5,
        -0.6,
        -0.4,
        -0.1,
        0.2,
        0.4,
        0.6,
        0.8,
        0.9,
        1.0,
        1.0,
        0.9,
        0.7,
        0.5,
        0.3,
        0.1,
        0.0,
        0.0,
        0.1,
        0.2,
        0.3,
        0.3,
        0.2,
        0.2,
        0.1,
        0.1,
        0.0,
    ];

    /** @var list<int> */
    public readonly array $days;

    /** @var list<float> daily market move, log */
    public readonly array $market;

    /** @var array<string, list<float>> daily move of a sector beyond the market's, log */
    public readonly array $sectors;

    /** @var array<string, array<int, float>> */
    public readonly array $series;

    public function __construct(int $seed)
    {
        $this->days = Calendar::tradingDays();
        $chance = new Chance($seed);
        $market = [];
        $variance = 0.00008;
        $previous = 0.0;
        $level = 0.0;
        foreach ($this->days as $day) {
            $quarter = (intdiv($day, 10000) - Calendar::FIRST_YEAR) * 4 + intdiv((intdiv($day, 100) % 100) - 1, 3);
            $pull = 0.0009 * ((self::CYCLE[min($quarter + 2, count(self::CYCLE) - 1)] ?? 0.0) * 0.12 - $level);
            $variance = 0.0000025 + 0.09 * $previous ** 2 + 0.88 * $variance;
            $previous = sqrt($variance) * $chance->normal() * ($chance->uniform() < 0.03 ? 2.0 : 1.0);
            $level += $pull + $previous;
            $market[] = $pull * 5 + $previous;
        }
        $this->market = $market;
        $sectors = [];
        foreach (array_keys(Names::SECTORS) as $sector) {
            $moves = [];
            $drift = 0.0;
            foreach ($this->days as $_) {
                $move = 0.0045 * $chance->normal();
                $moves[] = $move - 0.002 * $drift;
                $drift += $move - 0.002 * $drift;
            }
            $sectors[(string) $sector] = $moves;
        }
        $this->sectors = $sectors;
        $this->series = $this->rates($chance);
    }

    public function cycle(int $fiscalYear, int $quarter): float
    {
        $index = ($fiscalYear - Calendar::FIRST_YEAR) * 4 + $quarter - 1;

        return self::CYCLE[max(0, min($index, count(self::CYCLE) - 1))];
    }

    /** @return array<string, array<int, float>> by name and day */
    private function rates(Chance $chance): array
    {
        $series = [];
        $long = 0.026;
        $prices = 100.0;
        $exchange = 1.32;
        for ($year = Calendar::FIRST_YEAR; $year <= 2026; $year++) {
            for ($month = 1; $month <= 12; $month++) {
                $day = (int) sprintf('%04d%02d01', $year, $month);
                if ($day > Calendar::TODAY) {
                    break 2;
                }
                $cycle = $this->cycle($year, intdiv($month - 1, 3) + 1);
                $long += 0.06 * (0.03 + 0.006 * $cycle - $long) + 0.0011 * $chance->normal();
                $long = max(0.006, $long);
                $prices *= 1 + 0.0018 + 0.0007 * $cycle + 0.0007 * $chance->normal();
                $exchange *= exp(0.012 * $chance->normal() - 0.02 * log($exchange / 1.3));
                $series['risk_free_rate'][$day] = round($long, 5);
                $series['bill_rate'][$day] = round(max(0.001, $long - 0.008 + 0.004 * $cycle), 5);
                $series['consumer_price_index'][$day] = round($prices, 3);
                $series['exchange_rate:'.Names::OTHER_CURRENCY][$day] = round($exchange, 5);
            }
        }

        return $series;
    }
}
