<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Database\Connection;
use Illuminate\Support\Facades\DB;

/**
 * A lock that its holder loses with its life, so that nothing waits for who was killed: of a file, or, where work is done on several
 * machines, of the server of the database.
 */
final class LifeLock
{
    /** @param  resource|string  $held */
    private function __construct(private readonly Connection $database, private mixed $held)
    {
    }

    /** Null where another holds it. */
    public static function tryFor(string $what, ?Connection $database = null): ?self
    {
        $database ??= DB::connection();
        if ($database->getDriverName() === 'pgsql') {
            $isHeld = $database->scalar('select pg_try_advisory_lock(hashtext(?))', [$what], false) === true;

            return $isHeld ? new self($database, $what) : null;
        }
        $file = fopen(self::file($what, $database), 'c');

        return $file !== false && flock($file, LOCK_EX | LOCK_NB) ? new self($database, $file) : null;
    }

    public static function file(string $what, ?Connection $database = null): string
    {
        return storage_path('framework/cache/lock-'.sha1(($database ?? DB::connection())->getDatabaseName().$what));
    }

    public function release(): void
    {
        is_resource($this->held)
            ? fclose($this->held)
            : $this->database->scalar('select pg_advisory_unlock(hashtext(?))', [$this->held], false);
    }
}
