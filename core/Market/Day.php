<?php

declare(strict_types=1);

namespace Logion\Market;

use DateTimeImmutable;

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
        return sprintf('%04d-%02d-%02d', intdiv($day, 10000), intdiv($day, 100) % 100, $day % 100);
    }

    /** Days since 1970-01-01 (H. F. Fliegel and T. C. Van Flandern, 1968). */
    public static function ordinal(int $day): int
    {
        $y = intdiv($day, 10000);
        $m = intdiv($day, 100) % 100;
        $d = $day % 100;
        $a = intdiv($m - 14, 12);

        return intdiv(1461 * ($y + 4800 + $a), 4) + intdiv(367 * ($m - 2 - 12 * $a), 12) - intdiv(3 * intdiv($y + 4900 + $a, 100), 4) + $d - 32075 - 2440588;
    }

    /** Calendar days from one day to another. */
    public static function between(int $from, int $to): int
    {
        return self::ordinal($to) - self::ordinal($from);
    }

    public static function plus(int $day, int $days): int
    {
        return (int) (new DateTimeImmutable(self::iso($day)))->modify(sprintf('%+d days', $days))->format('Ymd');
    }

    /** YYYYMM of a day. */
    public static function month(int $day): int
    {
        return intdiv($day, 100);
    }

    /** Last Monday-to-Friday day of the month YYYYMM. */
    public static function lastWeekdayOfMonth(int $month): int
    {
        $last = new DateTimeImmutable(sprintf('%04d-%02d-01', intdiv($month, 100), $month % 100).' last day of this month');
        $weekday = (int) $last->format('N');

        return (int) ($weekday > 5 ? $last->modify('-'.($weekday - 5).' days') : $last)->format('Ymd');
    }
}
