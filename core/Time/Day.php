<?php

declare(strict_types=1);

namespace Logion\Time;

/**
 * Calendar days as integers YYYYMMDD: they sort as dates, group by month with one division and pack small.
 */
final class Day
{
    /** @throws InvalidDay if the text is not a calendar date YYYY-MM-DD */
    public static function parse(string $iso): int
    {
        if (preg_match('/^(\d{4})-(\d{2})-(\d{2})$/D', $iso, $m) !== 1 || ! checkdate((int) $m[2], (int) $m[3], (int) $m[1])) {
            throw InvalidDay::of($iso);
        }

        return (int) ($m[1].$m[2].$m[3]);
    }

    public static function iso(int $day): string
    {
        return sprintf('%04d-%02d-%02d', self::year($day), self::monthOfYear($day), $day % 100);
    }

    /** Days since 1970-01-01 (H. F. Fliegel and T. C. Van Flandern, 1968). */
    public static function ordinal(int $day): int
    {
        $y = intdiv($day, 10000);
        $m = self::monthOfYear($day);
        $d = $day % 100;
        $a = intdiv($m - 14, 12);

        return intdiv(1461 * ($y + 4800 + $a), 4) +
            intdiv(367 * ($m - 2 - 12 * $a), 12) -
            intdiv(3 * intdiv($y + 4900 + $a, 100), 4) +
            $d -
            32075 -
            2440588;
    }

    /** Calendar days from one day to another. */
    public static function between(int $from, int $to): int
    {
        return self::ordinal($to) - self::ordinal($from);
    }

    public static function plus(int $day, int $days): int
    {
        return self::fromOrdinal(self::ordinal($day) + $days);
    }

    /** The day so many days after 1970-01-01, the inverse of {@see ordinal()} by the same authors. */
    public static function fromOrdinal(int $ordinal): int
    {
        $l = $ordinal + 2440588 + 68569;
        $n = intdiv(4 * $l, 146097);
        $l -= intdiv(146097 * $n + 3, 4);
        $i = intdiv(4000 * ($l + 1), 1461001);
        $l -= intdiv(1461 * $i, 4) - 31;
        $j = intdiv(80 * $l, 2447);
        $d = $l - intdiv(2447 * $j, 80);
        $l = intdiv($j, 11);

        return (100 * ($n - 49) + $i + $l) * 10000 + ($j + 2 - 12 * $l) * 100 + $d;
    }

    /** The same date so many months earlier; the last day of the month where it has no such date. */
    public static function monthsEarlier(int $day, int $months): int
    {
        $month = self::year($day) * 12 + self::monthOfYear($day) - 1 - $months;
        $month = intdiv($month, 12) * 100 + ($month % 12) + 1;

        return $month * 100 + min($day % 100, self::daysOfMonth($month));
    }

    /** Days of the month YYYYMM. */
    public static function daysOfMonth(int $month): int
    {
        $year = intdiv($month, 100);

        return match ($month % 100) {
            2 => $year % 4 === 0 && ($year % 100 !== 0 || $year % 400 === 0) ? 29 : 28,
            4, 6, 9, 11 => 30,
            default => 31,
        };
    }

    public static function year(int $day): int
    {
        return intdiv($day, 10000);
    }

    /** 1 to 12. */
    public static function monthOfYear(int $day): int
    {
        return intdiv($day, 100) % 100;
    }

    /** YYYYMM of a day. */
    public static function month(int $day): int
    {
        return intdiv($day, 100);
    }

    /** Last Monday-to-Friday day of the month YYYYMM. */
    public static function lastWeekdayOfMonth(int $month): int
    {
        $last = self::ordinal(($month % 100 === 12 ? $month + 89 : $month + 1) * 100 + 1) - 1;
        // 1970-01-01 was a Thursday.
        $weekday = ((($last + 3) % 7) + 7) % 7;

        return self::fromOrdinal($weekday > 4 ? $last - $weekday + 4 : $last);
    }
}
