<?php

declare(strict_types=1);

namespace Logion\Statistics;

use Closure;

/**
 * Roots of a function of one variable inside an interval.
 *
 * @see R. P. Brent, Algorithms for Minimization without Derivatives, 1973, chapter 4
 */
final class RootFinding
{
    /**
     * Brent's method on a bracket. Null when the function has the same sign at both ends.
     *
     * @param  Closure(float): float  $f
     */
    public static function bracketed(Closure $f, float $low, float $high, float $tolerance = 1e-14): ?float
    {
        $fa = $f($low);
        $fb = $f($high);
        if ($fa == 0.0) {
            return $low;
        }
        if ($fb == 0.0) {
            return $high;
        }
        if (! is_finite($fa) || ! is_finite($fb) || $fa > 0 === $fb > 0) {
            return null;
        }
        [$a, $b, $c, $fc] = [$low, $high, $low, $fa];
        $d = $e = $b - $a;
        for ($i = 0; $i < 300; $i++) {
            if ($fb > 0 === $fc > 0) {
                [$c, $fc] = [$a, $fa];
                $d = $e = $b - $a;
            }
            if (abs($fc) < abs($fb)) {
                [$a, $b, $c] = [$b, $c, $b];
                [$fa, $fb, $fc] = [$fb, $fc, $fb];
            }
            $limit = 2 * PHP_FLOAT_EPSILON * abs($b) + $tolerance / 2;
            $half = ($c - $b) / 2;
            if (abs($half) <= $limit || $fb == 0.0) {
                return $b;
            }
            if (abs($e) >= $limit && abs($fa) > abs($fb)) {
                $s = $fb / $fa;
                if ($a === $c) {
                    $p = 2 * $half * $s;
                    $q = 1 - $s;
                } else {
                    $q = $fa / $fc;
                    $r = $fb / $fc;
                    $p = $s * (2 * $half * $q * ($q - $r) - ($b - $a) * ($r - 1));
                    $q = ($q - 1) * ($r - 1) * ($s - 1);
                }
                $p > 0 ? ($q = -$q) : ($p = -$p);
                if (2 * $p < min(3 * $half * $q - abs($limit * $q), abs($e * $q))) {
                    $e = $d;
                    $d = $p / $q;
                } else {
                    $d = $e = $half;
                }
            } else {
                $d = $e = $half;
            }
            $a = $b;
            $fa = $fb;
            $b += abs($d) > $limit ? $d : ($half > 0 ? $limit : -$limit);
            $fb = $f($b);
        }

        return $b;
    }

    /**
     * All sign changes found on a grid over the interval, each refined; ascending.
     *
     * @param  Closure(float): ?float  $f  null where the function is undefined
     * @return list<float>
     */
    public static function scan(Closure $f, float $low, float $high, int $steps = 400): array
    {
        $roots = [];
        $previous = null;
        $at = $low;
        for ($i = 0; $i <= $steps; $i++) {
            $x = $low + (($high - $low) * $i) / $steps;
            $y = $f($x);
            if ($y !== null && is_finite($y)) {
                if ($y == 0.0) {
                    $roots[] = $x;
                } elseif ($previous !== null && $previous != 0.0 && $previous > 0 !== $y > 0) {
                    $root = self::bracketed(static fn (float $z): float => $f($z) ?? NAN, $at, $x);
                    if ($root !== null) {
                        $roots[] = $root;
                    }
                }
            }
            $previous = $y !== null && is_finite($y) ? $y : null;
            $at = $x;
        }

        return $roots;
    }
}
