<?php

declare(strict_types=1);

namespace Logion\Statistics;

/**
 * Plain descriptive statistics of a sample. Null marks a figure that does not exist (too few values, a divisor of zero);
 * every function that takes nullable lists drops the nulls first.
 */
final class Descriptive
{
    /**
     * @param  array<int|string, mixed>  $values  numbers and nulls
     * @return list<float>
     */
    public static function known(array $values): array
    {
        $known = [];
        foreach ($values as $value) {
            if (is_int($value) || is_float($value)) {
                $known[] = (float) $value;
            }
        }

        return $known;
    }

    /** @param  list<float>  $x */
    public static function mean(array $x): ?float
    {
        return $x === [] ? null : array_sum($x) / count($x);
    }

    /** @param  list<float>  $x */
    public static function median(array $x): ?float
    {
        return Quantile::ofSample($x, 0.5);
    }

    /**
     * Variance with divisor n − 1 (sample) or n (population).
     *
     * @param  list<float>  $x
     */
    public static function variance(array $x, bool $population = false): ?float
    {
        $n = count($x);
        if ($n < 2) {
            return $population && $n === 1 ? 0.0 : null;
        }
        if (self::isConstant($x)) {
            return 0.0;
        }
        $mean = array_sum($x) / $n;
        $squares = 0.0;
        foreach ($x as $value) {
            $off = $value - $mean;
            $squares += $off * $off;
        }

        return $squares / ($population ? $n : $n - 1);
    }

    /** @param  list<float>  $x */
    public static function deviation(array $x, bool $population = false): ?float
    {
        $variance = self::variance($x, $population);

        return $variance === null ? null : sqrt($variance);
    }

    /**
     * Median absolute deviation from the median, unscaled.
     *
     * @param  list<float>  $x
     */
    public static function medianAbsoluteDeviation(array $x): ?float
    {
        $median = self::median($x);
        if ($median === null) {
            return null;
        }

        return self::median(array_map(static fn (float $value): float => abs($value - $median), $x));
    }

    /**
     * Σ w·x / Σ w over the pairs in which both are known; null when the weights sum to zero.
     *
     * @param  list<float|int|null>  $x
     * @param  list<float|int|null>  $weights
     * @return array{mean: ?float, weight: float}
     */
    public static function weightedMean(array $x, array $weights): array
    {
        $sum = $total = 0.0;
        foreach ($x as $i => $value) {
            $weight = $weights[$i] ?? null;
            if ($value !== null && $weight !== null) {
                $sum += $weight * $value;
                $total += $weight;
            }
        }

        return ['mean' => $total == 0.0 ? null : $sum / $total, 'weight' => $total];
    }

    /**
     * n / Σ 1/x, or Σ w / Σ w/x with weights; null as soon as a value is not positive.
     *
     * @param  list<float>  $x
     * @param  list<float>|null  $weights
     */
    public static function harmonicMean(array $x, ?array $weights = null): ?float
    {
        if ($x === [] || min($x) <= 0) {
            return null;
        }
        $weights ??= array_fill(0, count($x), 1.0);
        $reciprocal = $total = 0.0;
        foreach ($x as $i => $value) {
            $reciprocal += $weights[$i] / $value;
            $total += $weights[$i];
        }

        return $reciprocal == 0.0 ? null : $total / $reciprocal;
    }

    /** @param  list<float>  $x */
    public static function geometricMean(array $x): ?float
    {
        return $x === [] || min($x) <= 0 ? null : exp(array_sum(array_map('log', $x)) / count($x));
    }

    /**
     * Number of values pulled in or cut at each end for a proportion per tail.
     */
    public static function tailCount(int $n, float $proportion): int
    {
        return (int) floor($n * $proportion + 1e-9);
    }

    /**
     * Mean after the g lowest and g highest values are set to the nearest kept value.
     *
     * @param  list<float>  $x
     */
    public static function winsorisedMean(array $x, float $proportion): ?float
    {
        $n = count($x);
        $g = self::tailCount($n, $proportion);
        if ($n === 0 || 2 * $g >= $n) {
            return null;
        }
        sort($x);

        return self::mean(array_map(static fn (float $value): float => max($x[$g], min($x[$n - 1 - $g], $value)), $x));
    }

    /**
     * Mean after values are clamped to the type 7 quantiles at p and 1 − p.
     *
     * @param  list<float>  $x
     */
    public static function winsorisedMeanByQuantile(array $x, float $proportion): ?float
    {
        $low = Quantile::ofSample($x, $proportion);
        $high = Quantile::ofSample($x, 1 - $proportion);

        return $low === null || $high === null
            ? null
            : self::mean(array_map(static fn (float $value): float => max($low, min($high, $value)), $x));
    }

    /** @param  list<float>  $x */
    public static function trimmedMean(array $x, float $proportion): ?float
    {
        $g = self::tailCount(count($x), $proportion);
        sort($x);

        return self::mean(array_slice($x, $g, count($x) - 2 * $g));
    }

    /**
     * Sample covariance and Pearson correlation; correlation is null when a side does not vary.
     *
     * @param  list<float>  $x
     * @param  list<float>  $y
     * @return array{covariance: ?float, correlation: ?float}
     */
    public static function correlation(array $x, array $y): array
    {
        $n = count($x);
        if ($n < 2) {
            return ['covariance' => null, 'correlation' => null];
        }
        $meanX = array_sum($x) / $n;
        $meanY = array_sum($y) / $n;
        $xy = $xx = $yy = 0.0;
        foreach ($x as $i => $value) {
            $dx = $value - $meanX;
            $dy = $y[$i] - $meanY;
            $xy += $dx * $dy;
            $xx += $dx * $dx;
            $yy += $dy * $dy;
        }
        $constant = self::isConstant($x) || self::isConstant($y);

        return ['covariance' => $xy / ($n - 1), 'correlation' => $constant ? null : $xy / sqrt($xx * $yy)];
    }

    /**
     * Told by its extremes: sums of squares of a constant series are not exactly zero in floating point.
     *
     * @param  list<float>  $x
     */
    public static function isConstant(array $x): bool
    {
        return $x === [] || min($x) === max($x);
    }

    /**
     * Standard scores (x − centre) / scale; a list of nulls when the scale is zero.
     *
     * @param  list<float>  $x
     * @return list<?float>
     */
    public static function scores(array $x, ?float $centre, ?float $scale): array
    {
        if ($centre === null || $scale === null || $scale == 0.0) {
            return array_fill(0, count($x), null);
        }

        return array_map(static fn (float $value): float => ($value - $centre) / $scale, $x);
    }

    /**
     * Least-squares slope of values on their keys; null where these are not at least two.
     *
     * @param  array<int, float>  $values  by position
     */
    public static function slope(array $values): ?float
    {
        $n = count($values);
        if ($n < 2) {
            return null;
        }
        $at = array_sum(array_keys($values)) / $n;
        $mean = array_sum($values) / $n;
        $xy = $xx = 0.0;
        foreach ($values as $position => $value) {
            $xy += ($position - $at) * ($value - $mean);
            $xx += ($position - $at) ** 2;
        }

        return $xy / $xx;
    }
}
