<?php

declare(strict_types=1);

namespace Logion\Market;

use Logion\Statistics\Bisection;

/**
 * Consensus estimates of one company by snapshot day. Targets are fiscal periods (year × 10 + quarter).
 */
final class Consensus
{
    /** @var array<string, array<int, list<array{int, float, float, float, float, float}>>> line, period => snapshots ascending */
    private array $snapshots = [];

    /**
     * @param  iterable<array{line: string, period: int, day: int, mean: float, deviation: float, count: float,
     *     high: float, low: float}>  $rows  ascending by day
     */
    public function __construct(iterable $rows = [])
    {
        foreach ($rows as $row) {
            $this->snapshots[$row['line']][$row['period']][] = [
                $row['day'],
                $row['mean'],
                $row['deviation'],
                $row['count'],
                $row['high'],
                $row['low'],
            ];
        }
    }

    /**
     * The same from columns.
     *
     * @param  list<string>  $lines
     * @param  list<int>  $periods
     * @param  list<int>  $days  ascending
     * @param  list<float>  $means
     * @param  list<float>  $deviations
     * @param  list<float|int>  $counts
     * @param  list<float>  $highs
     * @param  list<float>  $lows
     * @param  list<?float>  $rates  what amounts are multiplied by; null where that is not known
     */
    public static function ofColumns(
        array $lines,
        array $periods,
        array $days,
        array $means,
        array $deviations,
        array $counts,
        array $highs,
        array $lows,
        array $rates,
    ): self {
        $expectations = new self();
        foreach ($lines as $i => $line) {
            $rate = $rates[$i];
            if ($rate !== null) {
                $expectations->snapshots[$line][$periods[$i]][] = [
                    $days[$i],
                    $means[$i] * $rate,
                    $deviations[$i] * $rate,
                    (float) $counts[$i],
                    $highs[$i] * $rate,
                    $lows[$i] * $rate,
                ];
            }
        }

        return $expectations;
    }

    public function knows(string $line): bool
    {
        return isset($this->snapshots[$line]);
    }

    /**
     * The mean of a period each time it was told.
     *
     * @return list<array{int, float}> day and mean, ascending
     */
    public function path(string $line, int $period): array
    {
        return array_map(static fn (array $snapshot): array => [$snapshot[0], $snapshot[1]], $this->snapshots[$line][$period] ?? []);
    }

    /**
     * The latest snapshot taken on or before a day.
     *
     * @return array{day: int, mean: float, deviation: float, count: float, high: float, low: float}|null
     */
    public function consensus(string $line, int $period, int $day): ?array
    {
        $snapshots = $this->snapshots[$line][$period] ?? [];
        $known = Bisection::count(count($snapshots), static fn (int $at): bool => $snapshots[$at][0] <= $day);
        $found = $snapshots[$known - 1] ?? null;

        return $found === null
            ? null
            : [
                'day' => $found[0],
                'mean' => $found[1],
                'deviation' => $found[2],
                'count' => $found[3],
                'high' => $found[4],
                'low' => $found[5],
            ];
    }
}
