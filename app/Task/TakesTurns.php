<?php

declare(strict_types=1);

namespace App\Task;

use App\Storage\LifeLock;
use Illuminate\Database\Connection;

/**
 * Who asked for a job has a lane of their own: of each lane one job runs at a time, and lanes take turns, so that nobody waits behind all
 * that somebody else has asked for. Parts of long work are for any number of workers, and take their turn with the lane they are of. Work
 * that is long in one piece waits in a lane beside, which workers for quick work pass by.
 */
trait TakesTurns
{
    /** Held while the job taken last is at work; a process that ends lets go of it. */
    private ?LifeLock $lane = null;

    /** @var array<string, int> when a job of an owner was last taken here */
    private array $turns = [];

    /**
     * @param  array<string, int>  $first  what tells which of two lanes has waited longer, by lane
     * @return list<string> lanes in the order of their turns
     */
    private function inTurn(array $first): array
    {
        $turn = fn (string $lane): int => $this->turns[Lane::owner($lane)] ?? 0;
        uksort($first, static fn (string $a, string $b): int => $turn($a) <=> $turn($b) ?: $first[$a] <=> $first[$b]);

        return array_map(strval(...), array_keys($first));
    }

    private function enter(Connection $database, string $lane): bool
    {
        $this->lane = Lane::isOfParts($lane) ? null : LifeLock::tryFor("lane {$lane}", $database);

        return $this->lane !== null || Lane::isOfParts($lane);
    }

    private function leave(): void
    {
        $this->lane?->release();
        $this->lane = null;
    }
}
