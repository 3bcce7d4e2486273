<?php

declare(strict_types=1);

namespace Logion\BackTest;

/**
 * Dates of a back-test on which what it could choose from is suddenly another: many companies more or fewer, or many more that
 * could not be decided. Returns of before and after then say little about one rule.
 */
final class Jumps
{
    /** A universe that grows or shrinks by more than this part from one date to the next has jumped. */
    private const SIZE = 0.2;

    /** So has the share that cannot be decided when it moves by more than this. */
    private const SHARE = 0.2;

    /**
     * @param  list<array{day: int, universe: int, undecidable: int}>  $dates
     * @return list<array{day: int, kind: 'universe'|'undecidable', from: float, to: float}> companies, or shares of them
     */
    public static function of(array $dates): array
    {
        $jumps = [];
        foreach (array_slice($dates, 1) as $i => $date) {
            $before = $dates[$i];
            if (abs($date['universe'] - $before['universe']) > self::SIZE * max(1, min($date['universe'], $before['universe']))) {
                $jumps[] = [
                    'day' => $date['day'],
                    'kind' => 'universe',
                    'from' => (float) $before['universe'],
                    'to' => (float) $date['universe'],
                ];
            }
            $share = static fn (array $of): float => $of['universe'] === 0 ? 0.0 : $of['undecidable'] / $of['universe'];
            if (abs($share($date) - $share($before)) > self::SHARE) {
                $jumps[] = ['day' => $date['day'], 'kind' => 'undecidable', 'from' => $share($before), 'to' => $share($date)];
            }
        }

        return $jumps;
    }
}
