<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Database\SQLiteConnection as Connection;
use PDOException;

/**
 * SQLite, whose transactions wait for their turn to write before they read. One that has read first and writes then is refused at
 * once where another process has written in between, however long it would wait.
 */
final class SqliteConnection extends Connection
{
    private bool $reads = false;

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
