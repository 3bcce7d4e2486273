<?php

declare(strict_types=1);

namespace Logion\Portfolio;

use Closure;

/**
 * What a portfolio was worth at the end of each day, and what was paid in and taken out, in its base currency. Securities that are
 * transferred are flows of what they were worth that day. Where no cash is kept, what is bought is paid in and what is sold or received is
 * taken out.
 */
final readonly class PortfolioHistory
{
    /**
     * @param  list<int>  $days  YYYYMMDD
     * @param  list<?float>  $values  null where a price or a rate is not known
     * @param  list<float>  $flows  paid in less taken out
     */
    private function __construct(public array $days, public array $values, public array $flows)
    {
    }

    /**
     * @param  array<string, Movements>  $movements  by currency
     * @param  array<string, ClosingPrices>  $prices  by security, in the currency it is held in
     * @param  list<int>  $tradingDays  ascending; days of transactions are joined to them
     * @param  Closure(string, int): ?float  $rate  base currency for one of a currency on a day
     */
    public static function of(array $movements, array $prices, array $tradingDays, Closure $rate, int $until, bool $keepsCash = true): self
    {
        $days = self::days($movements, $tradingDays, $until);
        $n = count($days);
        $values = $flows = $n === 0 ? [] : array_fill(0, $n, 0.0);
        $unknown = [];
        $at = array_flip($days);
        $aligned = new AlignedDays($days);
        foreach ($movements as $currency => $of) {
            $worth = $n === 0 ? [] : array_fill(0, $n, 0.0);
            // How many stretches begin less how many end.
            $begun = array_fill(0, $n + 1, 0);
            foreach ($of->steps as $step) {
                $i = $at[$step['day']];
                $flow = $step['paidIn'] - ($keepsCash ? 0.0 : $step['money']);
                if ($step['units'] != 0.0) {
                    $price = ($prices[$step['security']] ?? null)?->worth($step['day']);
                    $flow = $price === null ? null : $flow + $step['units'] * $price;
                }
                $converted = $flow == 0.0 ? $flow : ($flow === null ? null : self::times($flow, $rate($currency, $step['day'])));
                if ($converted === null) {
                    $unknown[$i] = true;
                } else {
                    $flows[$i] += $converted;
                }
            }
            foreach ($keepsCash ? self::stretches($of->cash, $at, $n) : [] as [$from, $to, $money]) {
                for ($i = $from; $i < $to; $i++) {
                    $worth[$i] += $money;
                }
                $begun[$from]++;
                $begun[$to]--;
            }
            foreach ($of->quantities as $security => $steps) {
                $series = $prices[$security] ?? new ClosingPrices([], []);
                $places = $aligned->places($series->days);
                $closes = $series->closes;
                foreach (self::stretches($steps, $at, $n) as [$from, $to, $quantity]) {
                    $each = $quantity * $series->multiplier;
                    for (; $from < $to && $places[$from] < 0; $from++) {
                        $unknown[$from] = true;
                    }
                    for ($i = $from; $i < $to; $i++) {
                        $worth[$i] += $each * $closes[$places[$i]];
                    }
                    $begun[$from]++;
                    $begun[$to]--;
                }
            }
            $held = 0;
            for ($i = 0; $i < $n; $i++) {
                $held += $begun[$i];
                if ($held === 0) {
                    continue;
                }
                $converted = self::times($worth[$i], $rate($currency, $days[$i]));
                if ($converted === null) {
                    $unknown[$i] = true;
                } else {
                    $values[$i] += $converted;
                }
            }
        }
        foreach (array_keys($unknown) as $i) {
            $values[$i] = null;
        }

        return new self($days, array_values($values), array_values($flows));
    }

    /**
     * From which day up to which there was how much; where there was nothing, no stretch.
     *
     * @param  list<array{int, float}>  $steps
     * @param  array<int, int>  $at  index by day
     * @return list<array{int, int, float}>
     */
    private static function stretches(array $steps, array $at, int $n): array
    {
        $stretches = [];
        $count = count($steps);
        foreach ($steps as $k => [$day, $figure]) {
            $from = $at[$day];
            $to = $k + 1 < $count ? $at[$steps[$k + 1][0]] : $n;
            if ($figure != 0.0 && $to > $from) {
                $stretches[] = [$from, $to, $figure];
            }
        }

        return $stretches;
    }

    /**
     * @param  array<string, Movements>  $movements
     * @param  list<int>  $tradingDays
     * @return list<int>
     */
    private static function days(array $movements, array $tradingDays, int $until): array
    {
        $days = [];
        foreach ($movements as $of) {
            foreach ($of->steps as $step) {
                $days[$step['day']] = true;
            }
        }
        if ($days === []) {
            return [];
        }
        $first = min(array_keys($days));
        foreach ($tradingDays as $day) {
            if ($day >= $first && $day <= $until) {
                $days[$day] = true;
            }
        }
        ksort($days);

        return array_keys($days);
    }

    private static function times(float $amount, ?float $rate): ?float
    {
        return $amount == 0.0 ? 0.0 : ($rate === null ? null : $amount * $rate);
    }
}
