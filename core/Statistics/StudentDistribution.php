<?php

declare(strict_types=1);

namespace Logion\Statistics;

/** Student's t distribution. */
final class StudentDistribution
{
    /**
     * Two-sided p-value: probability that |T| exceeds |t| with the given degrees of freedom.
     *
     * Uses the regularised incomplete beta function I_x(df/2, 1/2) at x = df / (df + t²).
     *
     * @see M. Abramowitz and I. A. Stegun, Handbook of Mathematical Functions, 1964, 26.5.8 and 26.7.1
     */
    public static function twoSided(float $t, float $degreesOfFreedom): float
    {
        $x = $degreesOfFreedom / ($degreesOfFreedom + $t * $t);

        return self::incompleteBeta($x, $degreesOfFreedom / 2, 0.5);
    }

    private static function incompleteBeta(float $x, float $a, float $b): float
    {
        if ($x <= 0.0) {
            return 0.0;
        }
        if ($x >= 1.0) {
            return 1.0;
        }
        $front = exp(self::logGamma($a + $b) - self::logGamma($a) - self::logGamma($b) + $a * log($x) + $b * log(1 - $x));

        return $x < ($a + 1) / ($a + $b + 2)
            ? ($front * self::continuedFraction($x, $a, $b)) / $a
            : 1 - ($front * self::continuedFraction(1 - $x, $b, $a)) / $b;
    }

    /** Lentz's method for the continued fraction of the incomplete beta function. */
    private static function continuedFraction(float $x, float $a, float $b): float
    {
        $tiny = 1e-300;
        $c = 1.0;
        $d = 1 - (($a + $b) * $x) / ($a + 1);
        $d = 1 / (abs($d) < $tiny ? $tiny : $d);
        $h = $d;
        for ($m = 1; $m <= 500; $m++) {
            foreach (
                [
                    ($m * ($b - $m) * $x) / (($a + 2 * $m - 1) * ($a + 2 * $m)),
                    (-($a + $m) * ($a + $b + $m) * $x) / (($a + 2 * $m) * ($a + 2 * $m + 1)),
                ] as $term
            ) {
                $d = 1 + $term * $d;
                $d = 1 / (abs($d) < $tiny ? $tiny : $d);
                $c = 1 + $term / $c;
                $c = abs($c) < $tiny ? $tiny : $c;
                $h *= $d * $c;
            }
            if (abs($d * $c - 1) < 1e-16) {
                break;
            }
        }

        return $h;
    }

    /** Lanczos approximation, g = 7, nine terms. */
    private static function logGamma(float $z): float
    {
        static $p = [
            0.99999999999980993,
            676.5203681218851,
            -1259.1392167224028,
            771.32342877765313,
            -176.61502916214059,
            12.507343278686905,
            -0.13857109526572012,
            9.9843695780195716e-6,
            1.5056327351493116e-7,
        ];
        if ($z < 0.5) {
            return log(M_PI / sin(M_PI * $z)) - self::logGamma(1 - $z);
        }
        $z -= 1;
        $sum = $p[0];
        for ($i = 1; $i < 9; $i++) {
            $sum += $p[$i] / ($z + $i);
        }
        $t = $z + 7.5;

        return 0.5 * log(2 * M_PI) + ($z + 0.5) * log($t) - $t + log($sum);
    }
}
