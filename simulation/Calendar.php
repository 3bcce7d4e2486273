<?php

declare(strict_types=1);

namespace Simulation;

use Logion\Time\Day;

/** Days of the archipelago: its exchanges are open from Monday to Friday but for the holidays all keep and those of each island. */
final class Calendar
{
    /** The first day that is simulated; companies report from here on. */
    public const FIRST_DAY = 20140101;

    /** The first day of which prices are kept. */
    public const FIRST_PRICE = 20160701;

    /** The last day of the history that a new demo begins with. */
    public const LAST_DAY = 20260630;

    public const FIRST_YEAR = 2014;

    private const KEPT_BY_ALL = ['0101' => 'New Year', '0624' => 'Midsummer', '1221' => 'Midwinter', '1222' => 'Second day of Midwinter'];

    /** By number of the exchange. */
    private const OF_AN_ISLAND = [
        1 => ['1009' => 'Day of the Charter'],
        2 => ['0317' => 'Launching of the boats'],
        3 => ['0814' => 'Return of the fleet', '0202' => 'Lamp night'],
    ];

    /** @return array<int, string> name by day on which the exchange is closed though it is no weekend */
    public static function holidays(int $exchange, int $year): array
    {
        $days = [];
        foreach (self::KEPT_BY_ALL + (self::OF_AN_ISLAND[$exchange] ?? []) as $date => $name) {
            $day = $year * 10000 + (int) $date;
            if (self::weekday($day) < 6) {
                $days[$day] = $name;
            }
        }
        ksort($days);

        return $days;
    }

    public static function isOpen(int $exchange, int $day): bool
    {
        $date = sprintf('%04d', $day % 10000);

        return self::weekday($day) < 6 && ! isset(self::KEPT_BY_ALL[$date]) && ! isset(self::OF_AN_ISLAND[$exchange][$date]);
    }

    /** Whether any exchange is open: nothing becomes public on other days. */
    public static function isWorkday(int $day): bool
    {
        return self::weekday($day) < 6 && ! isset(self::KEPT_BY_ALL[sprintf('%04d', $day % 10000)]);
    }

    /** @return list<int> days after one day, up to and with another, on which any exchange is open */
    public static function workdays(int $after, int $to): array
    {
        $days = [];
        $last = Day::ordinal($to);
        for ($ordinal = Day::ordinal($after) + 1; $ordinal <= $last; $ordinal++) {
            $day = Day::fromOrdinal($ordinal);
            if (self::isWorkday($day)) {
                $days[] = $day;
            }
        }

        return $days;
    }

    /** The day itself if an exchange is open on it, else the next one on which it is. */
    public static function openFrom(int $exchange, int $day): int
    {
        while (! self::isOpen($exchange, $day)) {
            $day = Day::plus($day, 1);
        }

        return $day;
    }

    /** 1 for Monday to 7 for Sunday. */
    public static function weekday(int $day): int
    {
        return ((Day::ordinal($day) + 3) % 7) + 1;
    }

    /** Last day of a fiscal quarter, 1 to 4, of a year that is named by the calendar year it ends in. */
    public static function quarterEnd(int $fiscalYear, int $quarter, int $yearEndMonth): int
    {
        $month = $yearEndMonth - 12 + 3 * $quarter;
        $year = $month <= 0 ? $fiscalYear - 1 : $fiscalYear;
        $month = $month <= 0 ? $month + 12 : $month;

        return ($year * 100 + $month) * 100 + Day::daysOfMonth($year * 100 + $month);
    }
}
