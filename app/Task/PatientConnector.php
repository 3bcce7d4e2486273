<?php

declare(strict_types=1);

namespace App\Task;

use Illuminate\Database\Connection;
use Illuminate\Queue\Connectors\DatabaseConnector;

/** Opens the queue in the database. */
final class PatientConnector extends DatabaseConnector
{
    /** @param  array<string, mixed>  $config */
    public function connect(array $config): PatientQueue
    {
        $connection = $this->connections->connection($config['connection'] ?? null);
        assert($connection instanceof Connection);

        return new PatientQueue(
            $connection,
            $config['table'],
            $config['queue'],
            $config['retry_after'] ?? 60,
            $config['after_commit'] ?? null,
        );
    }
}
