<?php

declare(strict_types=1);

namespace Tests;

use App\Models\Listing;
use App\Models\Role;
use App\Models\Security;
use App\Models\User;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Testing\DatabaseTransactions;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Support\Facades\DB;

/** A booted application on a small demo economy, made once a process; what a test changes is rolled back. */
abstract class DemoTestCase extends TestCase
{
    use AnswersAsDescribed;
    use DatabaseTransactions;

    protected const COMPANIES = SeededDatabase::COMPANIES;

    protected const TODAY = SeededDatabase::TODAY;

    private static ?string $database = null;

    private static int $booted = 0;

    public function createApplication(): Application
    {
        if (self::$database === null) {
            self::$database = SeededDatabase::copy();
        }
        // What a cache keeps that outlives the process is another test's otherwise.
        $_ENV['CACHE_PREFIX'] = $_SERVER['CACHE_PREFIX'] = 'test-'.getmypid().'-'.++self::$booted.'-';
        $app = SeededDatabase::boot(self::$database);
        if (! SeededDatabase::isServer()) {
            $connection = $app->make('db')->connection();
            $connection->setQueryGrammar(new StrictIdentifiers($connection));
        }

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

    /** Another process at the database, which does not wait; the test's own transaction is ended for it, and what is done stays. */
    protected function another(): \PDO
    {
        DB::rollBack();

        return new \PDO('sqlite:'.DB::connection()->getDatabaseName(), options: [\PDO::ATTR_TIMEOUT => 0]);
    }

    protected function someone(string $name = 'Ada', Role $role = Role::Editor): User
    {
        return User::query()->create([
            'name' => $name,
            'email' => strtolower($name).'@example.invalid',
            'password' => 'a long enough password',
            'role' => $role,
        ]);
    }
}
