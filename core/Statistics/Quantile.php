<?php

declare(strict_types=1);

namespace Logion\Statistics;

/**
 * Sample quantiles by linear interpolation at (n − 1)p.
 *
 * @see R. J. Hyndman and Y. Fan, "Sample Quantiles in Statistical Packages", The American Statistician 50(4), 1996, type 7
 */
final class Quantile
{
    /** Below, a tail is found by sorting all. */
    private const MANY = 200;

    /** Of so many, one is looked at to guess where a tail ends. */
    private const EACH = 8;

    /** @param  list<float>  $x in any order */
    public static function ofSample(array $x, float $probability): ?float
    {
        $n = count($x);

        return self::between($probability > 0.1 || $n < self::MANY ? self::sorted($x) : self::lowest($x, $probability), $n, $probability);
    }

    /** @param  list<float>  $sorted ascending */
    public static function ofSorted(array $sorted, float $probability): ?float
    {
        return self::between($sorted, count($sorted), $probability);
    }

    /**
     * @param  list<float>  $x
     * @return list<float>
     */
    private static function sorted(array $x): array
    {
        sort($x, SORT_NUMERIC);

        return $x;
    }

    /**
     * The smallest, as many as a low quantile looks at: the others need not be sorted.
     *
     * @param  non-empty-list<float>  $x
     * @return list<float> ascending
     */
    private static function lowest(array $x, float $probability): array
    {
        $n = count($x);
        $some = [];
        for ($i = 0; $i < $n; $i += self::EACH) {
            $some[] = $x[$i];
        }
        $end = self::ofSorted(self::sorted($some), 2 * $probability + 0.05);
        $lowest = [];
        foreach ($x as $value) {
            if ($value <= $end) {
                $lowest[] = $value;
            }
        }

        // Where the few looked at misled, or something is no number, all are sorted.
        return self::sorted(count($lowest) > ($n - 1) * $probability + 2 ? $lowest : $x);
    }

    /** @param  list<float>  $sorted  ascending, the smallest of so many */
    private static function between(array $sorted, int $n, float $probability): ?float
    {
        if ($n === 0) {
            return null;
        }
        $position = ($n - 1) * $probability;
        $below = (int) floor($position + 4 * PHP_FLOAT_EPSILON);
        $share = $position - $below;
        if (abs($share) < 1e-12 || $below + 1 >= $n) {
            return $sorted[min($below, $n - 1)];
        }

        return $sorted[$below] + $share * ($sorted[$below + 1] - $sorted[$below]);
    }

    /**
     * Quartiles, interquartile range and fences at q1 − k·iqr and q3 + k·iqr.
     *
     * @param  list<float>  $x
     * @return array{q1: float, median: float, q3: float, iqr: float, lower_fence: float, upper_fence: float}|null
     *
     * @see J. W. Tukey, Exploratory Data Analysis, 1977
     */
    public static function fences(array $x, float $k = 1.5): ?array
    {
        sort($x, SORT_NUMERIC);
        $q1 = self::ofSorted($x, 0.25);
        $median = self::ofSorted($x, 0.5);
        $q3 = self::ofSorted($x, 0.75);
        if ($q1 === null || $median === null || $q3 === null) {
            return null;
        }
        $iqr = $q3 - $q1;

        return [
            'q1' => $q1,
            'median' => $median,
            'q3' => $q3,
            'iqr' => $iqr,
            'lower_fence' => $q1 - $k * $iqr,
            'upper_fence' => $q3 + $k * $iqr,
        ];
    }
}
