<?php

declare(strict_types=1);

namespace Simulation\Market;

use Simulation\Chance;

/** The hours of a trading day, from nine to five, that together are the day's bar. */
final class HourlyBars
{
    public const HOURS = [9, 10, 11, 12, 13, 14, 15, 16];

    /** Part of a day's volume by hour: much at both ends. */
    private const VOLUME = [0.19, 0.12, 0.1, 0.08, 0.09, 0.11, 0.13, 0.18];

    /**
     * @param  array{open: float, high: float, low: float, close: float, volume: float}  $day
     * @return list<array{hour: int, open: float, high: float, low: float, close: float, volume: float}> hours with trades
     */
    public static function of(array $day, int $seed, int $listing, int $on): array
    {
        ['open' => $open, 'high' => $high, 'low' => $low, 'close' => $close, 'volume' => $volume] = $day;
        if ($volume <= 0) {
            return [];
        }
        $c = new Chance($seed, "hours {$listing} {$on}");
        $n = count(self::HOURS);
        // A walk that begins at the opening and ends at the close, within what the day reached.
        $walk = [0.0];
        for ($i = 0; $i < $n; $i++) {
            $walk[] = $walk[$i] + $c->normal();
        }
        $wide = ($high - $low) * 0.3;
        $ends = [$open];
        for ($i = 1; $i < $n; $i++) {
            $share = $i / $n;
            $price = $open + ($close - $open) * $share + $wide * ($walk[$i] - $walk[$n] * $share) * 0.7;
            $ends[] = SharePrice::rounded(max($low, min($high, $price)));
        }
        $ends[] = $close;
        $top = $bottom = 0;
        for ($i = 0; $i < $n; $i++) {
            $top = max($ends[$i], $ends[$i + 1]) > max($ends[$top], $ends[$top + 1]) ? $i : $top;
            $bottom = min($ends[$i], $ends[$i + 1]) < min($ends[$bottom], $ends[$bottom + 1]) ? $i : $bottom;
        }
        $bars = [];
        $left = $volume;
        for ($i = 0; $i < $n; $i++) {
            $most = max($ends[$i], $ends[$i + 1]);
            $least = min($ends[$i], $ends[$i + 1]);
            $traded = $i === $n - 1 ? $left : min($left, round($volume * self::VOLUME[$i] * (0.7 + 0.6 * $c->uniform())));
            $left -= $traded;
            $bars[] = [
                'hour' => self::HOURS[$i],
                'open' => $ends[$i],
                'high' => $i === $top ? $high : SharePrice::rounded($most + ($high - $most) * 0.4 * $c->uniform()),
                'low' => $i === $bottom ? $low : SharePrice::rounded($least - ($least - $low) * 0.4 * $c->uniform()),
                'close' => $ends[$i + 1],
                'volume' => $traded,
            ];
        }

        return $bars;
    }
}
