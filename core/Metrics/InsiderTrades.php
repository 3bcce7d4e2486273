<?php

declare(strict_types=1);

namespace Logion\Metrics;

use Logion\Market\CorporateActions;
use Logion\Market\Day;

/** Open-market trades of insiders up to a day, netted over months, purchases and sales apart, on the share basis of that day. */
final readonly class InsiderTrades
{
    /**
     * @param  iterable<array{day: int, insider: string, shares: float, price: ?float}>  $trades  sales are negative
     * @param  list<int>  $months
     * @return list<array{months: int, bought: float, sold: float, net: float, buyers: int, sellers: int, bought_value: ?float, sold_value: ?float}> value where every trade has a price
     */
    public static function netted(iterable $trades, int $asOf, CorporateActions $actions, array $months = [3, 6, 12]): array
    {
        $windows = [];
        foreach ($months as $length) {
            $windows[$length] = ['bought' => 0.0, 'sold' => 0.0, 'buyers' => [], 'sellers' => [], 'bought_value' => 0.0, 'sold_value' => 0.0];
        }
        foreach ($trades as $trade) {
            foreach ($months as $length) {
                if ($trade['day'] > $asOf || $trade['day'] <= self::monthsBefore($asOf, $length) || $trade['shares'] == 0.0) {
                    continue;
                }
                $side = $trade['shares'] > 0 ? 'bought' : 'sold';
                $windows[$length][$side] += abs($trade['shares']) * $actions->splitRatio($trade['day'], $asOf);
                $windows[$length][$trade['shares'] > 0 ? 'buyers' : 'sellers'][$trade['insider']] = true;
                $value = &$windows[$length]["{$side}_value"];
                // Without one price there is no sum of values.
                $value = $value === null || $trade['price'] === null ? null : $value + abs($trade['shares']) * $trade['price'];
                unset($value);
            }
        }
        $netted = [];
        foreach ($windows as $length => $w) {
            $netted[] = ['months' => $length, 'bought' => $w['bought'], 'sold' => $w['sold'], 'net' => $w['bought'] - $w['sold'], 'buyers' => count($w['buyers']), 'sellers' => count($w['sellers']), 'bought_value' => $w['bought_value'], 'sold_value' => $w['sold_value']];
        }

        return $netted;
    }

    /** The same day of the month so many months earlier, or that month's last day. */
    private static function monthsBefore(int $day, int $months): int
    {
        $index = intdiv($day, 10000) * 12 + intdiv($day, 100) % 100 - 1 - $months;
        $month = intdiv($index, 12) * 10000 + ($index % 12 + 1) * 100;
        $last = (int) date('t', (int) mktime(12, 0, 0, $index % 12 + 1, 1, intdiv($index, 12)));

        return max($month + min($day % 100, $last), Day::plus($day, -31 * $months - 5));
    }
}
