<?php

declare(strict_types=1);

namespace Logion\Market;

use Logion\Time\TradingDays;

/**
 * How a price answered an event, beside its index. The first day that could answer is the day of the event, or the trading day after it
 * where the exchange was closed already; returns are counted from the close before that day.
 */
final readonly class Reaction
{
    /**
     * @param  int|null  $day  YYYYMMDD, the first that could answer; null where no trades follow
     * @param  int|null  $before  the trading day before it
     * @param  float|null  $base  close of that day
     * @param  array<int, array{day: int|null, return: float|null, index: float|null, excess: float|null}>  $after  by trading days, the
     *     first that could answer being 1; null where a day is missing
     */
    private function __construct(public ?int $day, public ?int $before, public ?float $base, public array $after)
    {
    }

    /**
     * @param  list<int>  $days  YYYYMMDD, ascending
     * @param  list<float>  $closes  in the shares of one day
     * @param  array<int, float>  $index  level by day
     * @param  bool  $afterClose  whether the exchange was closed when it became known
     * @param  list<int>  $horizons  trading days
     */
    public static function of(array $days, array $closes, array $index, int $event, bool $afterClose, array $horizons): self
    {
        $at = TradingDays::firstFrom($days, $event);
        if ($afterClose && ($days[$at] ?? null) === $event) {
            $at++;
        }
        $day = $days[$at] ?? null;
        $before = $day === null ? null : $days[$at - 1] ?? null;
        $base = $day === null ? null : $closes[$at - 1] ?? null;
        $after = [];
        foreach ($horizons as $horizon) {
            $then = $base === null ? null : $days[$at + $horizon - 1] ?? null;
            $close = $closes[$at + $horizon - 1] ?? null;
            $return = $base === null || $then === null || $close === null ? null : $close / $base - 1;
            [$level, $levelBefore] = [$index[$then ?? 0] ?? null, $index[$before ?? 0] ?? null];
            $of = $level === null || $levelBefore === null ? null : $level / $levelBefore - 1;
            $after[$horizon] = [
                'day' => $then,
                'return' => $return,
                'index' => $of,
                'excess' => $return === null || $of === null ? null : $return - $of,
            ];
        }

        return new self($day, $before, $base, $after);
    }
}
