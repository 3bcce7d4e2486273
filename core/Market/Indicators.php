<?php

declare(strict_types=1);

namespace Logion\Market;

/**
 * Technical indicators over a series. Results keep the length of their input; warm-up positions are null.
 *
 * @see J. W. Wilder, New Concepts in Technical Trading Systems, 1978 (relative strength index, average true range)
 * @see J. Bollinger, Bollinger on Bollinger Bands, 2001
 */
final class Indicators
{
    /**
     * Simple moving average of the last n values; nulls at the head are kept.
     *
     * @param  list<?float>  $x
     * @return list<?float>
     */
    public static function sma(array $x, int $n): array
    {
        // A running sum would gather rounding errors over thousands of bars, and a fresh sum per window takes n times as long. Cut into
        // blocks of n, a window is the end of one block and the beginning of the next: only so many values are ever added as it has.
        $ends = [];
        $sum = 0.0;
        for ($i = count($x) - 1; $i >= 0; $i--) {
            $ends[$i] = $sum = $i % $n === $n - 1 ? (float) $x[$i] : $sum + $x[$i];
        }
        $result = [];
        $known = 0;
        $beginning = 0.0;
        foreach ($x as $i => $value) {
            $beginning = $i % $n === 0 ? (float) $value : $beginning + $value;
            $known = $value === null ? 0 : $known + 1;
            $result[] = $known < $n ? null : ($i % $n === $n - 1 ? $beginning : $ends[$i - $n + 1] + $beginning) / $n;
        }

        return $result;
    }

    /**
     * Exponential moving average, seeded with the mean of the first n known values, α = 2/(n+1).
     *
     * @param  array<int, ?float>  $x  a list
     * @param  int  $from  first position that is wanted
     * @return list<?float>
     */
    public static function ema(array $x, int $n, int $from = 0): array
    {
        if ($n > 0 && count($x) > $n && ! in_array(null, $x, true)) {
            return self::emaOfKnown($x, $n, $from);
        }
        $result = $seed = [];
        $alpha = 2 / ($n + 1);
        $rest = 1 - $alpha;
        $ema = null;
        foreach ($x as $value) {
            if ($value === null) {
                $result[] = null;
            } elseif ($ema !== null) {
                $result[] = $ema = $alpha * $value + $rest * $ema;
            } else {
                $seed[] = $value;
                $result[] = $ema = count($seed) === $n ? array_sum($seed) / $n : null;
            }
        }

        return $from === 0 ? $result : array_slice($result, $from);
    }

    /**
     * The same where every value is known: nothing to look out for, so a long series takes a third of the time.
     *
     * @param  array<int, float>  $x
     * @return list<?float>
     */
    private static function emaOfKnown(array $x, int $n, int $from): array
    {
        $alpha = 2 / ($n + 1);
        $rest = 1 - $alpha;
        $ema = array_sum(array_slice($x, 0, $n)) / $n;
        foreach (array_slice($x, $n, max(0, $from - $n)) as $value) {
            $ema = $alpha * $value + $rest * $ema;
        }
        if ($from < $n) {
            $result = [...array_fill(0, $n - 1, null), $ema];
            $result = $from === 0 ? $result : array_slice($result, $from);
        } else {
            $result = [];
        }
        foreach (array_slice($x, max($n, $from)) as $value) {
            $result[] = $ema = $alpha * $value + $rest * $ema;
        }

        return $result;
    }

    /**
     * Moving average convergence/divergence: EMA(fast) − EMA(slow), its EMA, and their difference.
     *
     * @param  list<float>  $closes
     * @return array{macd: list<?float>, signal: list<?float>, histogram: list<?float>}
     */
    public static function macd(array $closes, int $fast = 12, int $slow = 26, int $signal = 9): array
    {
        $a = self::ema($closes, $fast);
        $b = self::ema($closes, $slow);
        $minus = static fn (?float $x, ?float $y): ?float => $x === null || $y === null ? null : $x - $y;
        $macd = array_map($minus, $a, $b);
        $line = self::ema($macd, $signal);

        return ['macd' => $macd, 'signal' => $line, 'histogram' => array_map($minus, $macd, $line)];
    }

    /**
     * Relative strength index 0 to 100, Wilder's smoothing; 100 without losses, 50 without any movement.
     *
     * @param  list<float>  $closes
     * @param  int  $from  first position that is wanted
     * @return list<?float>
     */
    public static function rsi(array $closes, int $n = 14, int $from = 0): array
    {
        $result = [];
        $kept = ($n - 1) / $n;
        $gain = $loss = 0.0;
        $previous = $closes[0] ?? 0.0;
        foreach ($closes as $i => $close) {
            $change = $close - $previous;
            $previous = $close;
            if ($i > $n) {
                $gain *= $kept;
                $loss *= $kept;
            }
            if ($change > 0.0) {
                $gain += $change / $n;
            } else {
                $loss -= $change / $n;
            }
            if ($i < $from) {
                continue;
            }
            $result[] = $i < $n ? null : ($loss == 0.0 ? ($gain == 0.0 ? 50.0 : 100.0) : 100 - 100 / (1 + $gain / $loss));
        }

        return $result;
    }

    /**
     * First bar that an exponential mean of weight 2/(n+1) up to a bar still remembers: what is older weighs less than 10⁻¹⁷ in
     * it, less than a number can show, so that to begin there is to begin with the first bar.
     */
    public static function remembers(int $at, int $n): int
    {
        return max(0, $at - 20 * ($n + 1) - $n);
    }

    /**
     * Stochastic oscillator: raw %K, its average %K and the average of that, %D. Raw is 50 when the range is zero.
     *
     * @param  list<float>  $high
     * @param  list<float>  $low
     * @param  list<float>  $close
     * @return array{raw_k: list<?float>, k: list<?float>, d: list<?float>}
     */
    public static function stochastic(array $high, array $low, array $close, int $n = 14, int $smoothK = 3, int $smoothD = 3): array
    {
        $raw = [];
        foreach ($close as $i => $value) {
            if ($i < $n - 1) {
                $raw[] = null;

                continue;
            }
            $top = max(-INF, ...array_slice($high, $i - $n + 1, $n));
            $bottom = min(INF, ...array_slice($low, $i - $n + 1, $n));
            $raw[] = $top == $bottom ? 50.0 : (100 * ($value - $bottom)) / ($top - $bottom);
        }
        $k = self::sma($raw, $smoothK);

        return ['raw_k' => $raw, 'k' => $k, 'd' => self::sma($k, $smoothD)];
    }

    /**
     * Bollinger bands with the population deviation.
     *
     * @param  list<float>  $closes
     * @return array{middle: list<?float>, upper: list<?float>, lower: list<?float>, bandwidth: list<?float>, percent_b: list<?float>}
     */
    public static function bollinger(array $closes, int $n = 20, float $multiplier = 2.0): array
    {
        $bands = ['middle' => [], 'upper' => [], 'lower' => [], 'bandwidth' => [], 'percent_b' => []];
        foreach ($closes as $i => $close) {
            if ($i < $n - 1) {
                foreach ($bands as $key => $_) {
                    $bands[$key][] = null;
                }

                continue;
            }
            $window = array_slice($closes, $i - $n + 1, $n);
            $middle = array_sum($window) / $n;
            $width = $multiplier * (\Logion\Statistics\Descriptive::deviation($window, true) ?? 0.0);
            $bands['middle'][] = $middle;
            $bands['upper'][] = $middle + $width;
            $bands['lower'][] = $middle - $width;
            $bands['bandwidth'][] = $middle == 0.0 ? null : (2 * $width) / $middle;
            $bands['percent_b'][] = $width == 0.0 ? null : ($close - $middle + $width) / (2 * $width);
        }

        return $bands;
    }

    /**
     * True range and its average by Wilder's smoothing.
     *
     * @param  list<float>  $high
     * @param  list<float>  $low
     * @param  list<float>  $close
     * @return array{true_range: list<?float>, atr: list<?float>}
     */
    public static function averageTrueRange(array $high, array $low, array $close, int $n = 14): array
    {
        $ranges = $averages = array_fill(0, count($close), null);
        $sum = 0.0;
        for ($i = 1, $count = count($close); $i < $count; $i++) {
            $range = max($high[$i] - $low[$i], abs($high[$i] - $close[$i - 1]), abs($low[$i] - $close[$i - 1]));
            $ranges[$i] = $range;
            if ($i <= $n) {
                $sum += $range;
                $averages[$i] = $i === $n ? $sum / $n : null;
            } else {
                $averages[$i] = ($averages[$i - 1] * ($n - 1) + $range) / $n;
            }
        }

        return ['true_range' => array_values($ranges), 'atr' => array_values($averages)];
    }

    /**
     * Positions where the fast average changes side of the slow one: +1 upwards, −1 downwards.
     * Equality keeps the earlier side; the first position with both averages is no cross.
     *
     * @param  list<?float>  $fast
     * @param  list<?float>  $slow
     * @return array<int, int>
     */
    public static function crosses(array $fast, array $slow): array
    {
        $crosses = [];
        $side = 0;
        foreach ($fast as $i => $value) {
            if ($value === null || $slow[$i] === null || $value == $slow[$i]) {
                continue;
            }
            $now = $value > $slow[$i] ? 1 : -1;
            if ($side !== 0 && $now !== $side) {
                $crosses[$i] = $now;
            }
            $side = $now;
        }

        return $crosses;
    }

    /**
     * Positions strictly above (or below) all k neighbours on both sides.
     *
     * @param  list<float>  $x
     * @return list<int>
     */
    public static function swings(array $x, int $k, bool $low = false): array
    {
        $found = [];
        for ($i = $k, $n = count($x); $i < $n - $k; $i++) {
            $extreme = true;
            for ($j = 1; $j <= $k && $extreme; $j++) {
                $extreme = $low ? $x[$i] < $x[$i - $j] && $x[$i] < $x[$i + $j] : $x[$i] > $x[$i - $j] && $x[$i] > $x[$i + $j];
            }
            if ($extreme) {
                $found[] = $i;
            }
        }

        return $found;
    }
}
