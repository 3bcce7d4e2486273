<?php

declare(strict_types=1);

namespace App\Task;

use Illuminate\Database\Query\Builder;
use Illuminate\Queue\DatabaseQueue;
use Illuminate\Queue\Jobs\DatabaseJobRecord;

/** The queue in the database, which looks whether there is a job before it waits for its turn to write and takes one. */
final class PatientQueue extends DatabaseQueue implements Lanes
{
    use TakesTurns;

    /** After a job the next is often on its way: the next stage of work, or a part of it. So long it is looked for at once. */
    private const EXPECTS_MORE_NANOSECONDS = 500_000_000;

    private const LOOK_AGAIN_MICROSECONDS = 15_000;

    private bool $wasAtWork = false;

    public function pop($queue = null)
    {
        $this->leave();
        $until = hrtime(true) + ($this->wasAtWork ? self::EXPECTS_MORE_NANOSECONDS : 0);
        while (($job = $this->ready()->exists() ? parent::pop($queue) : null) === null && hrtime(true) < $until) {
            usleep(self::LOOK_AGAIN_MICROSECONDS);
        }
        $this->wasAtWork = $job !== null;

        return $job;
    }

    public function areEmpty(): bool
    {
        return ! $this->database->table($this->table)->exists();
    }

    /** The first job of the lane that has waited longest for its turn and in which none is at work. */
    protected function getNextAvailableJob($queue)
    {
        $first = [];
        foreach ($this->ready()->distinct()->pluck('queue') as $lane) {
            if (! Lane::isFor((string) $lane, $queue)) {
                continue;
            }
            $first[(string) $lane] = (int) $this->ready()->where('queue', $lane)->min('id');
        }
        foreach ($this->inTurn($first) as $lane) {
            if ($this->enter($this->database, $lane)) {
                $this->turns[Lane::owner($lane)] = hrtime(true);
                $job = $this->database->table($this->table)->lock($this->getLockForPopping())->find($first[$lane]);

                return $job === null ? null : new DatabaseJobRecord($job);
            }
        }

        return null;
    }

    /** Jobs that nobody is at. */
    private function ready(): Builder
    {
        return $this->database->table($this->table)->where(function ($query): void {
            $this->isAvailable($query);
            $this->isReservedButExpired($query);
        });
    }

    protected function marshalJob($queue, $job)
    {
        return parent::marshalJob($job->queue ?? $queue, $job);
    }
}
