<?php

declare(strict_types=1);

namespace Tests;

use App\Demo\DemoEconomy;
use App\Models\Listing;
use App\Models\Security;
use App\Models\User;
use App\Storage\ColumnStore;
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
            (new DemoEconomy())->seed(self::COMPANIES, static function (): void {
            });
            $app->make(ColumnStore::class)->refresh(self::TODAY);
        }

        $connection = $app->make('db')->connection();
        $connection->setQueryGrammar(new StrictIdentifiers($connection));

        return $app;
    }

    /** The listing under a ticker. */
    protected function listing(string $ticker): Listing
    {
        return Listing::query()->where('ticker', $ticker)->firstOrFail();
    }

    protected function companyId(string $ticker): int
    {
        return (int) $this->listing($ticker)->security()->value('company_id');
    }

    /** Lists the only class of shares of a company. */
    protected function list(int $company, string $ticker): Listing
    {
        $security = Security::query()->create(['company_id' => $company, 'kind' => 'share', 'name' => 'Ordinary shares']);

        return Listing::query()->create(['security_id' => $security->id, 'exchange_id' => 1, 'ticker' => $ticker, 'currency' => 'XCR']);
    }

    protected function someone(string $name = 'Ada'): User
    {
        return User::query()->create([
            'name' => $name,
            'email' => strtolower($name).'@example.invalid',
            'password' => 'a long enough password',
        ]);
    }
}
