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

    public function pop($queue = null)
    {
        $this->leave();

        return $this->areEmpty() ? null : parent::pop($queue);
    }

    public function areEmpty(): bool
    {
        return ! $this->database->table($this->table)->exists();
    }

    /** The first job of the lane that has waited longest for its turn and in which none is at work. */
    protected function getNextAvailableJob($queue)
    {
        $ready = fn (): Builder => $this->database->table($this->table)->where(function ($query): void {
            $this->isAvailable($query);
            $this->isReservedButExpired($query);
        });
        $first = [];
        foreach ($ready()->distinct()->pluck('queue') as $lane) {
            if (! Lane::isFor((string) $lane, $queue)) {
                continue;
            }
            $first[(string) $lane] = (int) $ready()->where('queue', $lane)->min('id');
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

    protected function marshalJob($queue, $job)
    {
        return parent::marshalJob($job->queue ?? $queue, $job);
    }
}
