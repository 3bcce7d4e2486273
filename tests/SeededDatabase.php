<?php

declare(strict_types=1);

namespace Tests;

use App\Demo\DemoEconomy;
use App\Storage\ColumnStore;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Foundation\Application;
use Illuminate\Support\Facades\Artisan;

/** A database with a small demo economy, made once for a state of the sources and copied by every process that tests on it. */
final class SeededDatabase
{
    public const COMPANIES = 48;

    public const TODAY = 20260630;

    /** What the economy and its columns come from. */
    private const SOURCES = ['app', 'config', 'core', 'database'];

    public static function file(): string
    {
        $folder = __DIR__.'/../storage/testing';
        if (! is_dir($folder)) {
            @mkdir($folder, recursive: true);
        }
        $file = $folder.'/'.self::digest().'.sqlite';
        $lock = fopen("{$folder}/lock", 'c');
        if ($lock === false || ! flock($lock, LOCK_EX)) {
            throw new \RuntimeException("Cannot lock {$folder}.");
        }
        if (! is_file($file)) {
            array_map(unlink(...), glob("{$folder}/*.sqlite*") ?: []);
            self::make("{$file}.part");
            rename("{$file}.part", $file);
        }
        fclose($lock);

        return $file;
    }

    public static function boot(string $database): Application
    {
        putenv('DB_DATABASE='.$database);
        $_ENV['DB_DATABASE'] = $_SERVER['DB_DATABASE'] = $database;
        $app = require __DIR__.'/../bootstrap/app.php';
        $app->make(Kernel::class)->bootstrap();

        return $app;
    }

    private static function make(string $file): void
    {
        touch($file);
        $app = self::boot($file);
        Artisan::call('migrate', ['--force' => true]);
        (new DemoEconomy)->seed(self::COMPANIES, static function (): void {
        });
        $app->make(ColumnStore::class)->refresh(self::TODAY);
        // What was written beside the file is taken into it.
        $app->make('db')->statement('pragma wal_checkpoint(truncate)');
        $app->make('db')->purge();
        array_map(unlink(...), glob("{$file}-*") ?: []);
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
