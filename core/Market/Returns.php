<?php

declare(strict_types=1);

namespace Logion\Market;

use Logion\Statistics\RootFinding;
use Logion\Time\Day;
use Logion\Time\TradingDays;

/** Returns from prices. Simple returns unless the name says otherwise; fractions, not per cent. */
final class Returns
{
    /** Between these logarithms of one plus a rate the rate of return is looked for. */
    private const WIDEST = 6.0;

    /**
     * P_t / P_{t−1} − 1, one shorter than the prices.
     *
     * @param  list<float>  $prices
     * @return list<float>
     */
    public static function simple(array $prices): array
    {
        $returns = [];
        $before = $prices[0] ?? 1.0;
        foreach (array_slice($prices, 1) as $price) {
            $returns[] = $price / $before - 1;
            $before = $price;
        }

        return $returns;
    }

    /**
     * ln(P_t / P_{t−1}), one shorter than the prices.
     *
     * @param  list<float>  $prices
     * @return list<float>
     */
    public static function log(array $prices): array
    {
        $returns = [];
        $before = $prices[0] ?? 1.0;
        foreach (array_slice($prices, 1) as $price) {
            $returns[] = log($price / $before);
            $before = $price;
        }

        return $returns;
    }

    /**
     * Compound annual growth rate, (end / begin)^(1/years) − 1; null unless begin > 0, end ≥ 0 and years > 0.
     */
    public static function compoundAnnual(float $begin, float $end, float $years): ?float
    {
        return $begin > 0 && $end >= 0 && $years > 0 ? ($end / $begin) ** (1 / $years) - 1 : null;
    }

    /**
     * Value of one share held from the first day with dividends, and what was given in kind, reinvested at the ex-date close, over the
     * first close − 1.
     */
    public static function reinvested(PriceSeries $series): float
    {
        $shares = 1.0;
        $events = [];
        foreach ($series->actions->splits as [$day, $q]) {
            $events[$day]['q'] = ($events[$day]['q'] ?? 1.0) * $q;
        }
        foreach ($series->actions->dividends as [$day, $amount]) {
            $events[$day]['d'] = ($events[$day]['d'] ?? 0.0) + $amount;
        }
        // A right or a share of a spun-off business is sold for what it is worth, and more shares bought for that.
        foreach ($series->actions->inKind as [$day, $ratio]) {
            $events[$day]['q'] = ($events[$day]['q'] ?? 1.0) * $ratio;
        }
        foreach ($events as $day => $event) {
            $at = TradingDays::firstFrom($series->days, $day);
            if ($at > 0 && $at < count($series->days)) {
                $shares *= ($event['q'] ?? 1.0) * (1 + ($event['d'] ?? 0.0) / $series->rawCloses[$at]);
            }
        }

        return ($shares * $series->rawCloses[$series->last()]) / $series->rawCloses[0] - 1;
    }

    /**
     * Money-weighted annual return: the rate r with Σ cf / (1 + r)^(days/365) = 0.
     *
     * Null unless there is a positive and a negative flow, or when no rate above −1 does it.
     *
     * @param  list<array{int, float}>  $flows  day YYYYMMDD and amount, money paid in negative
     */
    public static function moneyWeighted(array $flows): ?float
    {
        $amounts = array_column($flows, 1);
        if ($amounts === [] || max($amounts) <= 0 || min($amounts) >= 0) {
            return null;
        }
        $first = min(PHP_INT_MAX, ...array_column($flows, 0));
        $terms = array_map(static fn (array $flow): array => [Day::between($first, $flow[0]) / 365, $flow[1]], $flows);
        // In x = ln(1 + r) the function is smooth from near total loss to very high rates.
        $value = static function (float $x) use ($terms): float {
            $sum = 0.0;
            foreach ($terms as [$years, $amount]) {
                $sum += $amount * exp(-$x * $years);
            }

            return $sum;
        };
        $root = self::changesSignOnce($flows)
            ? RootFinding::bracketed($value, -self::WIDEST, self::WIDEST)
            : RootFinding::scan($value, -self::WIDEST, self::WIDEST, 1200)[0] ?? null;

        return $root === null ? null : exp($root) - 1;
    }

    /**
     * Whether money is only paid in until it is only taken out: then one rate does it at most (Descartes' rule of signs), and none has to
     * be looked for that is lower.
     *
     * @param  list<array{int, float}>  $flows
     */
    private static function changesSignOnce(array $flows): bool
    {
        usort($flows, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
        $signs = array_values(
            array_filter(array_map(static fn (array $flow): int => $flow[1] <=> 0.0, $flows), static fn (int $sign): bool => $sign !== 0),
        );
        $changes = 0;
        foreach ($signs as $i => $sign) {
            $changes += (int) ($i > 0 && $sign !== $signs[$i - 1]);
        }

        return $changes === 1;
    }

    /**
     * Time-weighted return: the product of V_i before flow / (V_{i−1} + F_{i−1}), minus 1. Flows come after the day's valuation.
     *
     * @param  list<array{int, float, float}>  $valuations  day, value before that day's flow, flow paid in
     * @return array{periods: list<float>, total: float, annualised: ?float, modified_dietz: ?float, money_weighted: ?float, days: int}
     */
    public static function ofPortfolio(array $valuations): array
    {
        $n = count($valuations);
        $periods = [];
        $growth = 1.0;
        $days = Day::between($valuations[0][0], $valuations[$n - 1][0]);
        $start = $valuations[0][1] + $valuations[0][2];
        $paid = $weighted = 0.0;
        $flows = [[$valuations[0][0], -$start]];
        for ($i = 1; $i < $n; $i++) {
            $return = $valuations[$i][1] / ($valuations[$i - 1][1] + $valuations[$i - 1][2]) - 1;
            $periods[] = $return;
            $growth *= 1 + $return;
            if ($i < $n - 1) {
                $flow = $valuations[$i][2];
                $paid += $flow;
                $weighted += ($flow * ($days - Day::between($valuations[0][0], $valuations[$i][0]))) / $days;
                if ($flow != 0.0) {
                    $flows[] = [$valuations[$i][0], -$flow];
                }
            }
        }
        $end = $valuations[$n - 1][1];
        $flows[] = [$valuations[$n - 1][0], $end];
        $base = $start + $weighted;

        return [
            'periods' => $periods,
            'total' => $growth - 1,
            'annualised' => $days > 0 && $growth >= 0 ? $growth ** (365 / $days) - 1 : null,
            'modified_dietz' => $base == 0.0 ? null : ($end - $start - $paid) / $base,
            'money_weighted' => self::moneyWeighted($flows),
            'days' => $days,
        ];
    }
}
