<?php

declare(strict_types=1);

namespace Logion\Time;

use Logion\Statistics\Bisection;

/** Searching in an ascending list of days. */
final class TradingDays
{
    /**
     * Position of the first day not before the given one; the length of the list if there is none.
     *
     * @param  list<int>  $days
     */
    public static function firstFrom(array $days, int $day): int
    {
        return Bisection::below($days, $day);
    }

    /**
     * Position of the last day not after the given one; −1 if there is none.
     *
     * @param  list<int>  $days
     */
    public static function lastUntil(array $days, int $day): int
    {
        $last = count($days) - 1;

        // Mostly the latest is asked for.
        return $last >= 0 && $days[$last] <= $day ? $last : self::firstFrom($days, $day + 1) - 1;
    }

    /**
     * Position of the last day of each month YYYYMM.
     *
     * @param  list<int>  $days
     * @return array<int, int>
     */
    public static function monthEnds(array $days): array
    {
        $ends = [];
        $n = count($days);
        // Most months have 20 to 23 bars: looking so far ahead skips them.
        for ($i = 0; $i < $n; $i++) {
            $month = intdiv($days[$i], 100);
            $last = $month * 100 + 99;
            $i = min($n - 1, $i + 21);
            while ($days[$i] > $last) {
                $i--;
            }
            while ($i + 1 < $n && $days[$i + 1] <= $last) {
                $i++;
            }
            $ends[$month] = $i;
        }

        return $ends;
    }
}
