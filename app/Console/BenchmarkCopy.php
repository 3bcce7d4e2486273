<?php

declare(strict_types=1);

namespace App\Console;

use Illuminate\Support\Facades\DB;

/** A copy of the installation's database, on which a benchmark works. */
final class BenchmarkCopy
{
    /** Makes it the database of this process and of those it starts. */
    public static function open(string $name): void
    {
        $copy = self::make($name);
        config(['database.connections.bench' => [...config('database.connections.sqlite'), 'database' => $copy]]);
        DB::setDefaultConnection('bench');
        putenv("DB_DATABASE={$copy}");
        $_ENV['DB_DATABASE'] = $_SERVER['DB_DATABASE'] = $copy;
    }

    /** @return string its file */
    public static function make(string $name): string
    {
        $copy = storage_path("bench/{$name}.sqlite");
        is_dir(dirname($copy)) || mkdir(dirname($copy), 0755, true);
        array_map('unlink', glob($copy.'*') ?: []);
        // With what is not yet in the main file.
        foreach (glob(config('database.connections.sqlite.database').'{,-wal}', GLOB_BRACE) ?: [] as $file) {
            copy($file, $copy.(str_ends_with($file, '-wal') ? '-wal' : ''));
        }

        return $copy;
    }

    public static function close(): void
    {
        DB::setDefaultConnection('sqlite');
    }
}
