<?php

declare(strict_types=1);

namespace Logion\Time;

/**
 * Fiscal periods as integers: fiscal year × 10 + quarter, quarter 0 for the whole year. They sort in time within a kind. Who
 * reports half years only has flows of 6, the first half, and 7, the second; its balances are those of quarters 2 and 4.
 */
final class FiscalPeriod
{
    public const FIRST_HALF = 6;

    public const SECOND_HALF = 7;

    /** The quarter a period ends with: itself, the second or fourth for a half year, the fourth for a year. */
    public static function lastQuarter(int $period): int
    {
        return match ($period % 10) {
            0 => $period + 4,
            self::FIRST_HALF => $period - 4,
            self::SECOND_HALF => $period - 3,
            default => $period,
        };
    }

    /** The period under which a balance at its end stands: the year, or a quarter within it. */
    public static function balanceOf(int $period): int
    {
        $quarter = self::lastQuarter($period);

        return $quarter % 10 === 4 ? $quarter - 4 : $quarter;
    }

    public static function isQuarter(int $period): bool
    {
        return $period % 10 >= 1 && $period % 10 <= 4;
    }

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
        $index = intdiv($period, 10) * 4 + ($period % 10) - 1 + $quarters;

        return intdiv($index, 4) * 10 + ($index % 4) + 1;
    }

    /** Quarters from one quarter to another; negative if the other is earlier. */
    public static function quartersBetween(int $from, int $to): int
    {
        return (intdiv($to, 10) - intdiv($from, 10)) * 4 + ($to % 10) - ($from % 10);
    }

    public static function label(int $period): string
    {
        return match ($period % 10) {
            0 => 'FY ',
            self::FIRST_HALF => 'H1 ',
            self::SECOND_HALF => 'H2 ',
            default => 'Q'.$period % 10 .' ',
        }.intdiv($period, 10);
    }
}
