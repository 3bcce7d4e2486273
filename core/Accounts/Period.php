<?php

declare(strict_types=1);

namespace Logion\Accounts;

/**
 * Fiscal periods as integers: fiscal year × 10 + quarter, quarter 0 for the whole year. They sort in time within a kind.
 */
final class Period
{
    public static function year(int $fiscalYear): int
    {
        return $fiscalYear * 10;
    }

    public static function quarter(int $fiscalYear, int $quarter): int
    {
        return $fiscalYear * 10 + $quarter;
    }

    public static function fiscalYear(int $period): int
    {
        return intdiv($period, 10);
    }

    public static function quarterOf(int $period): int
    {
        return $period % 10;
    }

    /** A quarter moved by a number of quarters. */
    public static function shiftQuarters(int $period, int $quarters): int
    {
        $index = intdiv($period, 10) * 4 + $period % 10 - 1 + $quarters;

        return intdiv($index, 4) * 10 + $index % 4 + 1;
    }

    /** Quarters from one quarter to another; negative if the other is earlier. */
    public static function quartersBetween(int $from, int $to): int
    {
        return (intdiv($to, 10) - intdiv($from, 10)) * 4 + $to % 10 - $from % 10;
    }

    public static function label(int $period): string
    {
        return $period % 10 === 0 ? 'FY '.intdiv($period, 10) : 'Q'.($period % 10).' '.intdiv($period, 10);
    }
}
