<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\DB;
use Logion\Figure\Words;
use PDO;
use PDOException;
use RuntimeException;

/** The file of an SQLite database: whether it can be worked with, copied while others write, and put in another's place at once. */
final readonly class DatabaseFile
{
    private const HEADER = "SQLite format 3\0";

    /** Milliseconds that a copy waits for its turn. */
    private const WAITS = 60_000;

    public function __construct(public string $path)
    {
    }

    /** The one the application works on; null where a server keeps the data. */
    public static function ofApplication(): ?self
    {
        return DB::getDriverName() === 'sqlite' ? new self(DB::connection()->getDatabaseName()) : null;
    }

    /** @return string|null what is wrong with it, in a sentence */
    public function trouble(bool $thoroughly = true): ?string
    {
        if (! is_file($this->path)) {
            return Words::say('database_is_missing', path: $this->path);
        }
        $size = (int) filesize($this->path);
        if ($size > 0 && file_get_contents($this->path, length: strlen(self::HEADER)) !== self::HEADER) {
            return Words::say('file_is_no_database', path: $this->path);
        }
        try {
            $found = $thoroughly ? self::column($this->open(), 'pragma quick_check(1)')[0] ?? '' : 'ok';
        } catch (PDOException $error) {
            $found = $error->getMessage();
        }

        return $found === 'ok' ? null : Words::say('database_is_damaged', path: $this->path, found: (string) $found);
    }

    /** A copy that is consistent where it can be; of one that is damaged its bytes, for whoever can save something from them. */
    public function keepAs(string $path): void
    {
        try {
            $this->copyTo("{$path}.part");
        } catch (PDOException) {
            copy($this->path, "{$path}.part");
        }
        rename("{$path}.part", $path);
    }

    /** A consistent copy, made while others read and write. */
    public function copyTo(string $path): self
    {
        @unlink($path);
        if (! is_file($this->path) || filesize($this->path) === 0) {
            // There is nothing yet: the copy begins as empty.
            touch($path);
            chmod($path, 0600);

            return new self($path);
        }
        $this->open()->exec('vacuum into '.(new PDO('sqlite::memory:'))->quote($path));
        chmod($path, 0600);

        return new self($path);
    }

    /** Takes the place of another at once: whoever opens that finds the old or the new one, whole. */
    public function replace(self $other): void
    {
        // What a program that was killed left in the log is taken into the file first; a log of the old would spoil the new one.
        try {
            is_file($other->path) && $other->open()->exec('pragma wal_checkpoint(truncate)');
        } catch (PDOException) {
            // What is damaged has been kept as it is.
        }
        foreach (['-wal', '-shm'] as $of) {
            @unlink($other->path.$of);
        }
        if (! rename($this->path, $other->path)) {
            throw new RuntimeException("{$this->path} could not be put in the place of {$other->path}.");
        }
        foreach (['-wal', '-shm'] as $of) {
            @unlink($this->path.$of);
        }
    }

    /** @return array<string, int> rows by table */
    public function rows(): array
    {
        $database = $this->open();
        $rows = [];
        foreach (self::column($database, "select name from sqlite_master where type = 'table' and name not like 'sqlite_%'") as $table) {
            $rows[(string) $table] = (int) self::column($database, "select count(*) from \"{$table}\"")[0];
        }
        ksort($rows);

        return $rows;
    }

    /** @return list<mixed> */
    private static function column(PDO $database, string $query): array
    {
        $found = $database->query($query);

        return $found === false ? [] : $found->fetchAll(PDO::FETCH_COLUMN);
    }

    private function open(): PDO
    {
        $database = new PDO('sqlite:'.$this->path);
        $database->exec('pragma busy_timeout = '.self::WAITS);

        return $database;
    }
}
