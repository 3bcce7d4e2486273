<?php

declare(strict_types=1);

namespace Tests;

use App\Feed\SimulatedExchange;
use App\Storage\ColumnStore;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Foundation\Application;
use Illuminate\Support\Facades\Artisan;
use PDO;

/**
 * A database with a small demo economy, made once for a state of the sources and copied by every process that tests on it: a file
 * of SQLite, or with DB_CONNECTION=pgsql a database of the server that the settings name.
 */
final class SeededDatabase
{
    public const COMPANIES = 48;

    public const TODAY = 20260630;

    /** What the economy and its columns come from. */
    private const SOURCES = ['app', 'config', 'core', 'database', 'simulation'];

    /** A copy for this process, gone when it ends; its name. */
    public static function copy(): string
    {
        $folder = __DIR__.'/../storage/testing';
        if (! is_dir($folder)) {
            @mkdir($folder, recursive: true);
        }
        $lock = fopen("{$folder}/lock", 'c');
        if ($lock === false || ! flock($lock, LOCK_EX)) {
            throw new \RuntimeException("Cannot lock {$folder}.");
        }
        $copy = self::isServer() ? self::copiedByServer() : self::copiedFile($folder);
        fclose($lock);

        return $copy;
    }

    public static function boot(string $database): Application
    {
        putenv('DB_DATABASE='.$database);
        $_ENV['DB_DATABASE'] = $_SERVER['DB_DATABASE'] = $database;
        $app = require __DIR__.'/../bootstrap/app.php';
        $app->make(Kernel::class)->bootstrap();

        return $app;
    }

    public static function isServer(): bool
    {
        return getenv('DB_CONNECTION') === 'pgsql';
    }

    private static function copiedFile(string $folder): string
    {
        $file = $folder.'/'.self::digest().'.sqlite';
        if (! is_file($file)) {
            array_map(unlink(...), glob("{$folder}/*.sqlite*") ?: []);
            touch("{$file}.part");
            self::make("{$file}.part");
            array_map(unlink(...), glob("{$file}.part-*") ?: []);
            rename("{$file}.part", $file);
        }
        $copy = sys_get_temp_dir().'/logion-test-'.getmypid().'.sqlite';
        copy($file, $copy);
        register_shutdown_function(static function () use ($copy): void {
            array_map(unlink(...), glob("{$copy}*") ?: []);
        });

        return $copy;
    }

    private static function copiedByServer(): string
    {
        $server = self::server();
        $seeded = 'logion_seeded_'.substr(self::digest(), 0, 16);
        if ($server->query("select 1 from pg_database where datname = '{$seeded}'")?->fetch() === false) {
            $server->exec("create database {$seeded}_part");
            self::make("{$seeded}_part");
            $server->exec("alter database {$seeded}_part rename to {$seeded}");
        }
        $copy = 'logion_test_'.getmypid();
        $server->exec("drop database if exists {$copy} with (force)");
        $server->exec("create database {$copy} template {$seeded}");
        register_shutdown_function(static fn () => self::server()->exec("drop database if exists {$copy} with (force)"));

        return $copy;
    }

    private static function server(): PDO
    {
        $setting = static fn (string $name, string $default): string => getenv($name) === false ? $default : (string) getenv($name);

        return new PDO(
            'pgsql:host='.$setting('DB_HOST', '127.0.0.1').';port='.$setting('DB_PORT', '5432').';dbname=postgres',
            $setting('DB_USERNAME', 'logion'),
            $setting('DB_PASSWORD', ''),
        );
    }

    private static function make(string $database): void
    {
        $app = self::boot($database);
        Artisan::call('migrate', ['--force' => true]);
        $app->make(SimulatedExchange::class)->found(20260630, self::COMPANIES, self::TODAY, static fn () => null);
        $app->make(ColumnStore::class)->refresh(self::TODAY);
        if (! self::isServer()) {
            // What was written beside the file is taken into it.
            $app->make('db')->statement('pragma wal_checkpoint(truncate)');
        }
        $app->make('db')->purge();
        // Statements that were prepared keep a connection alive.
        $app->flush();
        gc_collect_cycles();
    }

    private static function digest(): string
    {
        $digest = hash_init('sha1');
        foreach (self::SOURCES as $folder) {
            $files = new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator(__DIR__."/../{$folder}"));
            $paths = [];
            foreach ($files as $file) {
                if ($file->getExtension() === 'php') {
                    $paths[] = $file->getPathname();
                }
            }
            sort($paths);
            foreach ($paths as $path) {
                hash_update($digest, $path.file_get_contents($path));
            }
        }

        return hash_final($digest);
    }
}
