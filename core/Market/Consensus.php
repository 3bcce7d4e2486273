<?php

declare(strict_types=1);

namespace Logion\Market;

/**
 * Consensus estimates of one company by snapshot day. Targets are fiscal periods (year × 10 + quarter). A company has thousands of
 * snapshots, of which few are looked at: they stay in columns.
 */
final readonly class Consensus
{
    /** @var array<string, array<int, list<int>>> positions of the snapshots, ascending, by line and period */
    private array $positions;

    /**
     * @param  list<string>  $lines
     * @param  list<int>  $periods
     * @param  list<int>  $days  YYYYMMDD, ascending
     * @param  list<float>  $means
     * @param  list<float>  $deviations
     * @param  list<float|int>  $counts  of analysts
     * @param  list<float>  $highs
     * @param  list<float>  $lows
     * @param  list<?float>|null  $rates  what amounts are multiplied by; null where that is not known
     */
    public function __construct(
        array $lines = [],
        array $periods = [],
        private array $days = [],
        private array $means = [],
        private array $deviations = [],
        private array $counts = [],
        private array $highs = [],
        private array $lows = [],
        private ?array $rates = null,
    ) {
        $positions = [];
        foreach ($lines as $i => $line) {
            if ($rates === null || $rates[$i] !== null) {
                $positions[$line][$periods[$i]][] = $i;
            }
        }
        $this->positions = $positions;
    }

    /**
     * The same from snapshots one by one.
     *
     * @param  iterable<array{line: string, period: int, day: int, mean: float, deviation: float, count: float,
     *     high: float, low: float}>  $rows  ascending by day
     */
    public static function of(iterable $rows): self
    {
        $lines = $periods = $days = $means = $deviations = $counts = $highs = $lows = [];
        foreach ($rows as $row) {
            $lines[] = $row['line'];
            $periods[] = $row['period'];
            $days[] = $row['day'];
            $means[] = $row['mean'];
            $deviations[] = $row['deviation'];
            $counts[] = $row['count'];
            $highs[] = $row['high'];
            $lows[] = $row['low'];
        }

        return new self($lines, $periods, $days, $means, $deviations, $counts, $highs, $lows);
    }

    public function knows(string $line): bool
    {
        return isset($this->positions[$line]);
    }

    /**
     * The mean of a period each time it was told.
     *
     * @return list<array{int, float}> day and mean, ascending
     */
    public function path(string $line, int $period): array
    {
        return array_map(
            fn (int $at): array => [$this->days[$at], $this->means[$at] * ($this->rates[$at] ?? 1.0)],
            $this->positions[$line][$period] ?? [],
        );
    }

    /**
     * The latest snapshot taken on or before a day.
     *
     * @return array{day: int, mean: float, deviation: float, count: float, high: float, low: float}|null
     */
    public function consensus(string $line, int $period, int $day): ?array
    {
        $snapshots = $this->positions[$line][$period] ?? [];
        // A period has a few dozen, and mostly one of the latest is looked for.
        for ($nth = count($snapshots) - 1; $nth >= 0 && $this->days[$snapshots[$nth]] > $day; $nth--);
        if ($nth < 0) {
            return null;
        }
        $at = $snapshots[$nth];
        $rate = $this->rates[$at] ?? 1.0;

        return [
            'day' => $this->days[$at],
            'mean' => $this->means[$at] * $rate,
            'deviation' => $this->deviations[$at] * $rate,
            'count' => (float) $this->counts[$at],
            'high' => $this->highs[$at] * $rate,
            'low' => $this->lows[$at] * $rate,
        ];
    }
}
