<?php

declare(strict_types=1);

namespace App\Task;

/** How many companies a part of long work takes: parts of one size, and not so few that a worker is idle while another ends the last. */
final class PartSize
{
    /** Of work for few companies. */
    private const PARTS = 8;

    /** A part for fewer is not worth handing it out. */
    private const FEWEST = 25;

    /**
     * @param  int  $companies  of the whole work
     * @param  positive-int  $most  of a part
     * @return positive-int
     */
    public static function of(int $companies, int $most): int
    {
        $parts = max(1, intdiv($companies + $most - 1, $most), min(self::PARTS, intdiv($companies, self::FEWEST)));

        return max(1, intdiv($companies + $parts - 1, $parts));
    }
}
