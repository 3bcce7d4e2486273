<?php

declare(strict_types=1);

namespace Logion\Statistics;

/**
 * The standard normal distribution.
 *
 * @see W. J. Cody, "Rational Chebyshev Approximations for the Error Function", Mathematics of Computation 23(107), 1969; here by the
 *     continued fraction and series of M. Abramowitz and I. Stegun, Handbook of Mathematical Functions, 1964, 7.1.6 and 7.1.14
 */
final class NormalDistribution
{
    /** Part of all that lies below a figure. */
    public static function below(float $z): float
    {
        $x = abs($z) / M_SQRT2;
        $beyond = $x < 2.5 ? 1 - self::error($x) : self::tail($x);

        return $z < 0 ? $beyond / 2 : 1 - $beyond / 2;
    }

    /** The error function by its series, for small figures. */
    private static function error(float $x): float
    {
        $term = $sum = $x;
        for ($n = 1; abs($term) > 1e-17 * abs($sum) && $n < 100; $n++) {
            $term *= (2 * $x * $x) / (2 * $n + 1);
            $sum += $term;
        }

        return (2 / sqrt(M_PI)) * exp(-$x * $x) * $sum;
    }

    /** What it leaves to one, by its continued fraction, for large figures. */
    private static function tail(float $x): float
    {
        $fraction = 0.0;
        for ($k = 60; $k >= 1; $k--) {
            $fraction = $k / 2 / ($x + $fraction);
        }

        return exp(-$x * $x) / sqrt(M_PI) / ($x + $fraction);
    }
}
