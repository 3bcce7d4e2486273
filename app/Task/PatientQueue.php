<?php

declare(strict_types=1);

namespace App\Task;

use Illuminate\Queue\DatabaseQueue;

/** The queue in the database, which looks whether there is a job before it waits for its turn to write and takes one. */
final class PatientQueue extends DatabaseQueue
{
    public function pop($queue = null)
    {
        return $this->database->table($this->table)->exists() ? parent::pop($queue) : null;
    }
}
