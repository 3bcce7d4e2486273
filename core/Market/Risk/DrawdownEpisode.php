<?php

declare(strict_types=1);

namespace Logion\Market\Risk;

use Logion\Time\Day;

/** A time below an earlier high: from the day of the high over that of the lowest close to the one on which it was reached again. */
final readonly class DrawdownEpisode
{
    /** What rounding of prices may take from a depth. */
    private const ROUNDING = 1e-12;

    /** @param  int|null  $recovery  day YYYYMMDD; null while it lasts */
    private function __construct(
        public int $peak,
        public float $peakClose,
        public int $trough,
        public float $troughClose,
        public ?int $recovery,
    ) {
    }

    /** Zero or negative. */
    public function depth(): float
    {
        return $this->troughClose / $this->peakClose - 1;
    }

    /** Calendar days. */
    public function daysToTrough(): int
    {
        return Day::between($this->peak, $this->trough);
    }

    public function daysToRecovery(): ?int
    {
        return $this->recovery === null ? null : Day::between($this->peak, $this->recovery);
    }

    /**
     * Those that went at least so deep, in order of time.
     *
     * @param  list<int>  $days  YYYYMMDD, ascending
     * @param  list<float>  $closes
     * @param  float  $threshold  a positive fraction
     * @return list<self>
     */
    public static function all(array $days, array $closes, float $threshold): array
    {
        $episodes = [];
        $peak = 0;
        $trough = null;
        foreach ($closes as $i => $close) {
            if ($close >= $closes[$peak]) {
                if ($trough !== null) {
                    $episodes[] = new self($days[$peak], $closes[$peak], $days[$trough], $closes[$trough], $days[$i]);
                    $trough = null;
                    $peak = $i;
                }
                $peak = $close > $closes[$peak] ? $i : $peak;
            } elseif ($trough === null || $close < $closes[$trough]) {
                $trough = $i;
            }
        }
        if ($trough !== null) {
            $episodes[] = new self($days[$peak], $closes[$peak], $days[$trough], $closes[$trough], null);
        }

        return array_values(array_filter($episodes, static fn (self $episode): bool => $episode->depth() <= -$threshold + self::ROUNDING));
    }
}
