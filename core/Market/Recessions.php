<?php

declare(strict_types=1);

namespace Logion\Market;

use Logion\Time\Day;

/**
 * Downturns of an economy, as its statistics of output tell them: two quarters in a row and more in which output was below that of a year
 * before. The growth of a quarter is told after it has ended, so nothing is known of one earlier than its statistic.
 */
final class Recessions
{
    private const QUARTERS = 2;

    /**
     * @param  list<int>  $days  YYYYMMDD on which growth was told, ascending, each of the quarter that had ended last
     * @param  list<float>  $growth  of output beside a year before, as a part of it
     * @param  int  $asOf  what is told later is not known
     * @return list<array{start: int, end: int, lowest: float, lasts: bool}> oldest first; first day of the first quarter, last day of the
     *     last one, and whether the last quarter told is one of it
     */
    public static function of(array $days, array $growth, int $asOf): array
    {
        $found = [];
        $run = [];
        $told = array_values(array_filter(array_keys($days), static fn (int $i): bool => $days[$i] <= $asOf));
        foreach ($told as $i) {
            if ($growth[$i] < 0) {
                $run[] = $i;

                continue;
            }
            $found[] = $run;
            $run = [];
        }
        $recessions = [];
        foreach ([...$found, $run] as $of) {
            if (count($of) >= self::QUARTERS) {
                $recessions[] = [
                    'start' => self::quarterStart(self::quarterEnd($days[$of[0]])),
                    'end' => self::quarterEnd($days[$of[count($of) - 1]]),
                    'lowest' => min(array_map(static fn (int $i): float => $growth[$i], $of)),
                    'lasts' => $of === $run,
                ];
            }
        }

        return $recessions;
    }

    /** Last day of the calendar quarter that had ended before a day. */
    private static function quarterEnd(int $day): int
    {
        $month = intdiv(Day::monthOfYear($day) - 1, 3) * 3;
        $first = Day::year($day) * 10000 + ($month + 1) * 100 + 1;

        return Day::plus($first, -1);
    }

    private static function quarterStart(int $end): int
    {
        return Day::year($end) * 10000 + (Day::monthOfYear($end) - 2) * 100 + 1;
    }
}
