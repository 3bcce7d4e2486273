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

    /** Milliseconds in which SQLite looks three times. */
    private const ASKED_EVERY = 8;

    /** What SQLite calls it when another writes. */
    private const BUSY = 5;

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
            $pdo->exec('commit');
            self::takeTurn($pdo);
        } catch (PDOException $busy) {
            // For PDO the transaction has begun, and it ends it only where there is one.
            $pdo->exec('begin');
            $pdo->rollBack();
            throw $busy;
        }
    }

    /**
     * SQLite looks ever more rarely whether its turn has come, up to ten times a second, and whoever has just begun to wait is before it:
     * two that write often would wait for longer than either writes. It is asked anew before it does.
     */
    private static function takeTurn(PDO $pdo): void
    {
        $waits = (int) ($pdo->query('pragma busy_timeout') ?: throw new \LogicException('SQLite tells how long it waits.'))->fetchColumn();
        $until = hrtime(true) + 1_000_000 * $waits;
        $pdo->exec('pragma busy_timeout = '.min($waits, self::ASKED_EVERY));
        try {
            while (true) {
                try {
                    $pdo->exec('begin immediate');

                    return;
                } catch (PDOException $refused) {
                    if (($refused->errorInfo[1] ?? null) !== self::BUSY || hrtime(true) >= $until) {
                        throw $refused;
                    }
                }
            }
        } finally {
            $pdo->exec("pragma busy_timeout = {$waits}");
        }
    }
}
