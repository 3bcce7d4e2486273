<?php

declare(strict_types=1);

namespace App\Upkeep;

use App\Storage\DatabaseFile;
use App\Storage\SchemaVersion;
use Illuminate\Support\Facades\Artisan;
use RuntimeException;

/**
 * Brings the database to the schema of this version. SQLite's is changed in a copy, which takes the place of the old one when it is
 * whole: killed at any moment, the one or the other is there. The old one is kept beside it, and can be gone back to. A server's is
 * changed in place, each step a transaction.
 */
final readonly class Upgrade
{
    private const KEPT = '.before-upgrade';

    private const COPY = '.upgrading';

    public function __construct(private SchemaVersion $schema)
    {
    }

    /** @return int steps taken */
    public function run(): int
    {
        $pending = count($this->schema->pending());
        if ($pending === 0) {
            return 0;
        }
        $file = DatabaseFile::ofApplication();
        if ($file === null) {
            self::migrate();

            return $pending;
        }
        $trouble = is_file($file->path) ? $file->trouble() : null;
        if ($trouble !== null) {
            throw new RuntimeException($trouble);
        }
        $copy = $file->copyTo($file->path.self::COPY);
        self::work($copy, self::migrate(...));
        $wrong = $copy->trouble();
        if ($wrong !== null) {
            throw new RuntimeException($wrong);
        }
        if (is_file($file->path) && filesize($file->path) > 0) {
            $file->keepAs($file->path.self::KEPT);
        }
        $copy->replace($file);

        return $pending;
    }

    private static function migrate(): void
    {
        if (Artisan::call('migrate', ['--force' => true]) !== 0) {
            throw new RuntimeException(Artisan::output());
        }
    }

    /** @param  callable(): void  $work */
    private static function work(DatabaseFile $on, callable $work): void
    {
        $connection = (string) config('database.default');
        $before = config("database.connections.{$connection}.database");
        config(["database.connections.{$connection}.database" => $on->path]);
        app('db')->purge($connection);
        try {
            $work();
        } finally {
            config(["database.connections.{$connection}.database" => $before]);
            app('db')->purge($connection);
        }
    }
}
