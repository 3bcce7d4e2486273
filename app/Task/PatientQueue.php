<?php

declare(strict_types=1);

namespace App\Task;

use App\Models\User;
use Illuminate\Database\Query\Builder;
use Illuminate\Queue\DatabaseQueue;
use Illuminate\Queue\Jobs\DatabaseJobRecord;

/**
 * The queue in the database, which looks whether there is a job before it waits for its turn to write and takes one. Who asked
 * for a job has a lane of their own: of each lane one job runs at a time, and lanes take turns, so that nobody waits behind all
 * that somebody else has asked for.
 */
final class PatientQueue extends DatabaseQueue
{
    /** @var resource|null held while the job taken last is at work; a process that ends lets go of it */
    private $lane = null;

    /** @var array<string, int> when a job of a lane was last taken here */
    private array $turns = [];

    public static function laneOf(?User $user): string
    {
        return $user === null ? 'default' : "user-{$user->id}";
    }

    public function pop($queue = null)
    {
        if ($this->lane !== null) {
            fclose($this->lane);
            $this->lane = null;
        }

        return $this->database->table($this->table)->exists() ? parent::pop($queue) : null;
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
            $first[(string) $lane] = (int) $ready()->where('queue', $lane)->min('id');
        }
        uksort($first, fn (string $a, string $b): int => ($this->turns[$a] ?? 0) <=> ($this->turns[$b] ?? 0) ?: $first[$a] <=> $first[$b]);
        foreach ($first as $lane => $id) {
            if ($this->enter((string) $lane)) {
                $job = $this->database->table($this->table)->lock($this->getLockForPopping())->find($id);

                return $job === null ? null : new DatabaseJobRecord($job);
            }
        }

        return null;
    }

    protected function marshalJob($queue, $job)
    {
        return parent::marshalJob($job->queue ?? $queue, $job);
    }

    private function enter(string $lane): bool
    {
        $file = fopen(storage_path('framework/cache/lane-'.sha1($this->database->getDatabaseName().$lane)), 'c');
        if ($file === false || ! flock($file, LOCK_EX | LOCK_NB)) {
            return false;
        }
        $this->lane = $file;
        $this->turns[$lane] = hrtime(true);

        return true;
    }
}
