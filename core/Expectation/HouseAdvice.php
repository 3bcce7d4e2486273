<?php

declare(strict_types=1);

namespace Logion\Expectation;

use Logion\Time\Day;

/** What several houses advised, and the targets they had, through time: at each month's end the last word of each counts. */
final class HouseAdvice
{
    /** A house that was silent for so many months no longer counts. */
    private const MONTHS = 15;

    /**
     * @param  list<array{house: string, day: int, rating: string, target: float}>  $notes  targets on the shares of one day
     * @return list<array{day: int, buy: int, hold: int, sell: int, mean: float, high: float, low: float}> ascending, from the first note
     *     on to the day; months in which no house counted are left out
     */
    public static function monthly(array $notes, int $until): array
    {
        usort($notes, static fn (array $a, array $b): int => $a['day'] <=> $b['day']);
        if ($notes === []) {
            return [];
        }
        $rows = [];
        for ($month = Day::month($notes[0]['day']); $month <= Day::month($until); $month = self::next($month)) {
            $day = min($until, $month * 100 + Day::daysOfMonth($month));
            $row = self::on($notes, $day);
            if ($row !== null) {
                $rows[] = $row;
            }
        }

        return $rows;
    }

    /**
     * @param  list<array{house: string, day: int, rating: string, target: float}>  $notes
     * @return array{day: int, buy: int, hold: int, sell: int, mean: float, high: float, low: float}|null
     */
    private static function on(array $notes, int $day): ?array
    {
        $since = Day::monthsEarlier($day, self::MONTHS);
        $last = [];
        foreach ($notes as $note) {
            if ($note['day'] <= $day && $note['day'] > $since) {
                $last[$note['house']] = $note;
            }
        }
        if ($last === []) {
            return null;
        }
        $targets = array_column($last, 'target');
        $count = static fn (Advice $advice): int => count(array_keys(array_column($last, 'rating'), $advice->value, true));

        return [
            'day' => $day,
            'buy' => $count(Advice::Buy),
            'hold' => $count(Advice::Hold),
            'sell' => $count(Advice::Sell),
            'mean' => array_sum($targets) / count($targets),
            'high' => max($targets),
            'low' => min($targets),
        ];
    }

    private static function next(int $month): int
    {
        return $month % 100 === 12 ? $month + 89 : $month + 1;
    }
}
