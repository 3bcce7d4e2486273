<?php

declare(strict_types=1);

namespace Logion\Market;

use Logion\Time\Day;

/** Open-market trades of insiders up to a day, netted over months, purchases and sales apart, on the share basis of that day. */
final readonly class InsiderTrades
{
    /**
     * @param  iterable<array{day: int, insider: string, shares: float, price: ?float}>  $trades  sales are negative
     * @param  list<int>  $months
     * @return list<array{months: int, bought: float, sold: float, net: float, buyers: int, sellers: int, bought_value: ?float,
     *     sold_value: ?float}> value where every trade has a price
     */
    public static function netted(iterable $trades, int $asOf, CorporateActions $actions, array $months = [3, 6, 12]): array
    {
        $known = [];
        foreach ($trades as $trade) {
            if ($trade['day'] <= $asOf && $trade['shares'] != 0.0) {
                $known[] = $trade;
            }
        }
        $netted = [];
        foreach ($months as $length) {
            $since = Day::monthsEarlier($asOf, $length);
            $sides = ['bought' => 0.0, 'sold' => 0.0];
            $people = ['bought' => [], 'sold' => []];
            $values = ['bought' => 0.0, 'sold' => 0.0];
            foreach ($known as $trade) {
                if ($trade['day'] <= $since) {
                    continue;
                }
                $side = $trade['shares'] > 0 ? 'bought' : 'sold';
                $sides[$side] += abs($trade['shares']) * $actions->splitRatio($trade['day'], $asOf);
                $people[$side][$trade['insider']] = true;
                // Without one price there is no sum of values.
                $values[$side] =
                    $values[$side] === null || $trade['price'] === null ? null : $values[$side] + abs($trade['shares']) * $trade['price'];
            }
            $netted[] = [
                'months' => $length,
                'bought' => $sides['bought'],
                'sold' => $sides['sold'],
                'net' => $sides['bought'] - $sides['sold'],
                'buyers' => count($people['bought']),
                'sellers' => count($people['sold']),
                'bought_value' => $values['bought'],
                'sold_value' => $values['sold'],
            ];
        }

        return $netted;
    }

    /**
     * What was bought and sold over six months as a series that changes with every trade and when one grows too old. It begins
     * six months after the first trade: earlier, trades of the window may be unknown.
     *
     * @param  list<array{day: int, shares: float}>  $trades  ascending by day; sales are negative
     * @return array{days: list<int>, bought: list<float>, sold: list<float>} each on the share basis of its day
     */
    public static function overSixMonths(array $trades, CorporateActions $actions): array
    {
        $series = ['days' => [], 'bought' => [], 'sold' => []];
        $ends = array_map(static fn (array $trade): int => self::firstDayWithout($trade['day']), $trades);
        $changes = array_unique([...array_column($trades, 'day'), ...$ends]);
        sort($changes);
        $oldest = $newest = 0;
        foreach ($changes as $day) {
            if ($day < $ends[0]) {
                continue;
            }
            for (; $oldest < count($trades) && $ends[$oldest] <= $day; $oldest++);
            for (; $newest < count($trades) && $trades[$newest]['day'] <= $day; $newest++);
            $bought = $sold = 0.0;
            for ($i = $oldest; $i < $newest; $i++) {
                $shares = $trades[$i]['shares'] * $actions->splitRatio($trades[$i]['day'], $day);
                $bought += max(0.0, $shares);
                $sold += max(0.0, -$shares);
            }
            array_push($series['days'], $day);
            array_push($series['bought'], $bought);
            array_push($series['sold'], $sold);
        }

        return $series;
    }

    /**
     * Where trades are known one by one they count, not the sums of six months that somebody published.
     *
     * @param  array<string, array{days: list<int>, values: list<float>}>  $observations  by name, days ascending
     * @param  list<array{day: int, shares: float}>  $trades  ascending by day; sales are negative
     * @return array<string, array{days: list<int>, values: list<float>}>
     */
    public static function inPlaceOfPublished(array $observations, array $trades, CorporateActions $actions): array
    {
        $known = self::overSixMonths($trades, $actions);
        if ($known['days'] === []) {
            return $observations;
        }
        foreach (['insider_shares_bought_6m' => $known['bought'], 'insider_shares_sold_6m' => $known['sold']] as $name => $values) {
            $published = $observations[$name] ?? ['days' => [], 'values' => []];
            $earlier = count(array_filter($published['days'], static fn (int $day): bool => $day < $known['days'][0]));
            $observations[$name] = [
                'days' => [...array_slice($published['days'], 0, $earlier), ...$known['days']],
                'values' => [...array_slice($published['values'], 0, $earlier), ...$values],
            ];
        }

        return $observations;
    }

    /** The first day on which a trade is no longer one of the last six months. */
    private static function firstDayWithout(int $traded): int
    {
        $day = Day::plus($traded, 180);
        while (Day::monthsEarlier($day, 6) < $traded) {
            $day = Day::plus($day, 1);
        }

        return $day;
    }
}
