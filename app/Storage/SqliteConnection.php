<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Database\SQLiteConnection as Connection;
use Illuminate\Support\Facades\DB;
use PDO;
use PDOException;

/**
 * SQLite, whose transactions wait for their turn to write before they read. One that has read first and writes then is refused at
 * once where another process has written in between, however long it would wait.
 */
final class SqliteConnection extends Connection
{
    /** Seconds. */
    private const JOB_WAITS = 3600;

    private bool $reads = false;

    /** Nobody waits at the screen for a job: it waits for its turn to write however long another process writes. */
    public static function waitForJob(): void
    {
        $connection = DB::connection();
        $connection instanceof self && $connection->getPdo()->setAttribute(PDO::ATTR_TIMEOUT, self::JOB_WAITS);
    }

    /** Begins a transaction that lets others write; whether it may write itself shows when it does. */
    public function beginReading(): void
    {
        $this->reads = true;
        try {
            $this->beginTransaction();
        } finally {
            $this->reads = false;
        }
    }

    protected function executeBeginTransactionStatement(): void
    {
        $pdo = $this->getPdo();
        $pdo->beginTransaction();
        if ($this->reads) {
            return;
        }
        try {
            // PDO begins as SQLite does by default; that one is still empty and is ended for one that takes the turn.
            $pdo->exec('commit; begin immediate');
        } catch (PDOException $busy) {
            // For PDO the transaction has begun, and it ends it only where there is one.
            $pdo->exec('begin');
            $pdo->rollBack();
            throw $busy;
        }
    }
}
