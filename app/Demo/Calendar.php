<?php

declare(strict_types=1);

namespace App\Demo;

use DateTimeImmutable;

/** Time in the demo: it starts in 2014, prices in mid-2016, and today is 30 June 2026. */
final class Calendar
{
    public const FIRST_YEAR = 2014;

    /** Quarters after this many simulated years are never published; estimates know them imperfectly. */
    public const LAST_SIMULATED_YEAR = 2029;

    public const FIRST_DAY = 20160701;

    public const TODAY = 20260630;

    /** @return list<int> Monday to Friday but for new year and two midwinter days */
    public static function tradingDays(): array
    {
        $days = [];
        $day = new DateTimeImmutable('2016-07-01');
        $end = new DateTimeImmutable('2026-06-30');
        for (; $day <= $end; $day = $day->modify('+1 day')) {
            if ((int) $day->format('N') < 6 && ! in_array($day->format('md'), ['0101', '1221', '1222'], true)) {
                $days[] = (int) $day->format('Ymd');
            }
        }

        return $days;
    }

    /** Last day of the quarter that is `index` quarters after the first, for a fiscal year ending in a month. */
    public static function quarterEnd(int $fiscalYear, int $quarter, int $yearEndMonth): int
    {
        $month = $yearEndMonth - 12 + 3 * $quarter;
        $year = $month <= 0 ? $fiscalYear - 1 : $fiscalYear;
        $month = $month <= 0 ? $month + 12 : $month;

        return (int) (new DateTimeImmutable(sprintf('%04d-%02d-01', $year, $month)))->format('Ymt');
    }
}
