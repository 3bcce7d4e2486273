<?php

declare(strict_types=1);

namespace Tests;

use App\Demo\DemoEconomy;
use App\Facts\ColumnStore;
use App\Models\User;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Testing\DatabaseTransactions;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Support\Facades\Artisan;

/** A booted application on a small demo economy, made once a process; what a test changes is rolled back. */
abstract class DemoTestCase extends TestCase
{
    use DatabaseTransactions;

    protected const COMPANIES = 48;

    protected const TODAY = 20260630;

    private static ?string $database = null;

    public function createApplication(): Application
    {
        $fresh = self::$database === null;
        if (self::$database === null) {
            self::$database = sys_get_temp_dir().'/logion-test-'.getmypid().'.sqlite';
            touch(self::$database);
            register_shutdown_function(static function (): void {
                array_map('unlink', glob(self::$database.'*') ?: []);
            });
        }
        putenv('DB_DATABASE='.self::$database);
        $_ENV['DB_DATABASE'] = $_SERVER['DB_DATABASE'] = self::$database;
        $app = require __DIR__.'/../bootstrap/app.php';
        $app->make(Kernel::class)->bootstrap();
        if ($fresh) {
            Artisan::call('migrate', ['--force' => true]);
            (new DemoEconomy)->seed(self::COMPANIES, static function (): void {
            });
            $app->make(ColumnStore::class)->refresh(self::TODAY);
        }

        return $app;
    }

    protected function someone(string $name = 'Ada'): User
    {
        return User::query()->create(['name' => $name, 'email' => strtolower($name).'@example.invalid', 'password' => 'a long enough password']);
    }
}
