<?php

declare(strict_types=1);

namespace Logion\Statistics;

use Closure;

/** The search of what stands in order, by halving (Knuth, The Art of Computer Programming, volume 3, 6.2.1). */
final class Bisection
{
    /**
     * How many of n things in order come before what is looked for.
     *
     * @param  Closure(int): bool  $isBefore  of a position; once it is false it stays so
     */
    public static function count(int $n, Closure $isBefore): int
    {
        $low = 0;
        $high = $n;
        while ($low < $high) {
            $middle = ($low + $high) >> 1;
            $isBefore($middle) ? ($low = $middle + 1) : ($high = $middle);
        }

        return $low;
    }

    /**
     * How many of some numbers are below a value; the same search without a call for each step, which takes most of its time.
     *
     * @param  list<int|float>  $sorted  ascending
     * @param  bool  $orEqual  count those that are equal too
     */
    public static function below(array $sorted, int|float $value, bool $orEqual = false): int
    {
        $low = 0;
        $high = count($sorted);
        while ($low < $high) {
            $middle = ($low + $high) >> 1;
            $at = $sorted[$middle];
            $at < $value || ($orEqual && $at == $value) ? ($low = $middle + 1) : ($high = $middle);
        }

        return $low;
    }
}
