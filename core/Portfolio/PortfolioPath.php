<?php

declare(strict_types=1);

namespace Logion\Portfolio;

/**
 * The value of a portfolio day by day, from 100, when it is brought to given weights on given days and left alone between.
 *
 * A member without a level on a day keeps its last one. A member that has no level any more has left the market: its last
 * level is paid out and held as cash until the next rebalancing. Costs are a share of all that is bought and sold.
 */
final readonly class PortfolioPath
{
    /** What every path begins with, before the cost of the first purchase. */
    public const INVESTED = 100.0;

    /**
     * @param  int  $first  index of the day on which it begins
     * @param  list<float>  $values  from that day on
     * @param  list<array{day: int, weights: array<int|string, float>, turnover: float, cost: float,
     *     not_bought: list<int|string>}>  $rebalancings  day is an index; turnover half of all that was traded, as a fraction of the value
     * @param  list<array{from: int, to: int, return: float, members: array<int|string, float>}>  $periods  between rebalancings: the
     *     portfolio's return and those of its members
     */
    private function __construct(public int $first, public array $values, public array $rebalancings, public array $periods)
    {
    }

    /**
     * @param  array<int|string, list<float|null>>  $levels  by member: levels with dividends reinvested, on common days
     * @param  array<int, array<int|string, float>>  $targets  weights by index of the day; they are scaled to a sum of one
     * @param  float  $costBasisPoints  of each amount traded
     * @param  int|null  $days  number of common days, where there may be no member to tell it
     */
    public static function run(array $levels, array $targets, float $costBasisPoints = 0.0, ?int $days = null): self
    {
        ksort($targets);
        $first = array_key_first($targets);
        if ($first === null) {
            return new self(0, [], [], []);
        }
        $days ??= $levels === [] ? 0 : max(array_map('count', $levels));
        $ends = array_map(self::lastKnown(...), $levels);
        $values = $rebalancings = $periods = [];
        $held = [];
        $cash = $value = self::INVESTED;
        $dates = array_values(array_filter(array_keys($targets), static fn (int $day): bool => $day < $days));
        foreach ($dates as $nth => $day) {
            $weights = $last = [];
            $notBought = [];
            foreach ($targets[$day] as $member => $weight) {
                $level = $day > ($ends[$member] ?? -1) ? null : $levels[$member][$day] ?? self::levelAt($levels[$member], $day);
                if ($level === null) {
                    $notBought[] = $member;
                } else {
                    $weights[$member] = $weight;
                    $last[$member] = $level;
                }
            }
            $sum = array_sum($weights);
            $traded = 0.0;
            $new = [];
            foreach ($weights as $member => $weight) {
                $new[$member] = ($value * $weight) / $sum;
                $traded += abs($new[$member] - ($held[$member] ?? 0.0));
            }
            foreach (array_diff_key($held, $new) as $amount) {
                $traded += $amount;
            }
            $cost = ($traded * $costBasisPoints) / 1e4;
            $kept = $value > 0 ? 1 - $cost / $value : 0.0;
            $held = array_map(static fn (float $amount): float => $amount * $kept, $new);
            $cash = $new === [] ? $value - $cost : 0.0;
            $rebalancings[] = [
                'day' => $day,
                'weights' => array_map(static fn (float $amount): float => $value > 0 ? $amount / $value : 0.0, $new),
                'turnover' => $value > 0 ? $traded / 2 / $value : 0.0,
                'cost' => $cost,
                'not_bought' => $notBought,
            ];
            $values[] = $value - $cost;
            // Member by member, not day by day: a back-test holds hundreds for thousands of days.
            $until = $dates[$nth + 1] ?? $days - 1;
            if ($until === $day) {
                break;
            }
            $path = array_fill($day + 1, $until - $day, $cash);
            $returns = [];
            foreach ($held as $member => $amount) {
                $series = $levels[$member];
                $level = $last[$member];
                $units = $amount / $level;
                for ($on = $day + 1; $on <= $until; $on++) {
                    $level = $series[$on] ?? $level;
                    $path[$on] += $units * $level;
                }
                $returns[$member] = $level / $last[$member] - 1;
                $held[$member] = $units * $level;
                if ($until > $ends[$member]) {
                    $cash += $held[$member];
                    unset($held[$member]);
                }
            }
            $periods[] = ['from' => $day, 'to' => $until, 'return' => $value > 0 ? $path[$until] / $value - 1 : 0.0, 'members' => $returns];
            $value = $path[$until];
            if (isset($dates[$nth + 1])) {
                // Of the day of the next rebalancing what is left after its cost counts.
                array_pop($path);
            }
            array_push($values, ...$path);
        }

        return new self($first, $values, $rebalancings, $periods);
    }

    /** @param  list<float|null>  $levels */
    private static function levelAt(array $levels, int $day): ?float
    {
        for ($i = min($day, count($levels) - 1); $i >= 0; $i--) {
            if ($levels[$i] !== null) {
                return $levels[$i];
            }
        }

        return null;
    }

    /** @param  list<float|null>  $levels */
    private static function lastKnown(array $levels): int
    {
        for ($i = count($levels) - 1; $i >= 0 && $levels[$i] === null; $i--);

        return $i;
    }
}
