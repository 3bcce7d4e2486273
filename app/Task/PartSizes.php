<?php

declare(strict_types=1);

namespace App\Task;

/**
 * How many companies the parts of long work take: parts of one size, and towards the end ever smaller ones, so that no worker is idle for
 * long while another ends the last (guided self-scheduling, Polychronopoulos and Kuck 1987).
 */
final class PartSizes
{
    /** Of work for few companies, before those at the end are made smaller. */
    private const PARTS = 8;

    /** A part for fewer is not worth handing it out. */
    private const FEWEST = 25;

    /** A part takes at most this share of what is left: half of what two workers would have of it. */
    private const OF_THE_REST = 4;

    /**
     * @param  list<int>  $companies  of the whole work
     * @param  positive-int  $most  of a part
     * @return list<list<int>> those of each part, in their order
     */
    public static function split(array $companies, int $most): array
    {
        $parts = [];
        $at = 0;
        foreach (self::of(count($companies), $most) as $size) {
            $parts[] = array_slice($companies, $at, $size);
            $at += $size;
        }

        return $parts;
    }

    /**
     * @param  positive-int  $most
     * @return list<positive-int>
     */
    public static function of(int $companies, int $most): array
    {
        $parts = max(1, intdiv($companies + $most - 1, $most), min(self::PARTS, intdiv($companies, self::FEWEST)));
        $largest = max(1, intdiv($companies + $parts - 1, $parts));
        $least = min(self::FEWEST, $largest);
        $sizes = [];
        for ($left = $companies; $left > 0; $left -= $size) {
            $size = max($least, min($largest, intdiv($left, self::OF_THE_REST)));
            // What would be left for a last part of its own is little.
            $size = $left < $size + intdiv($least, 2) && $left <= $most ? $left : min($size, $left);
            $sizes[] = $size;
        }

        return $sizes;
    }
}
