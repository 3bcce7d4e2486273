<?php

declare(strict_types=1);

namespace App\Task;

use Illuminate\Queue\DatabaseQueue;

/**
 * The queue in the database, which waits for its turn to write before it takes a job. One that has read first and writes then is
 * refused at once by SQLite where a request has written in between, and the framework would hold the job for failed.
 */
final class PatientQueue extends DatabaseQueue
{
    public function pop($queue = null)
    {
        if (! $this->database->table($this->table)->exists()) {
            return null;
        }

        return $this->database->transaction(function () use ($queue) {
            $this->database->table($this->table)->where('id', 0)->delete();

            return parent::pop($queue);
        }, 3);
    }
}
