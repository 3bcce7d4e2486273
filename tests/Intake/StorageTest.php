<?php

declare(strict_types=1);

namespace Tests\Intake;

use App\Feature\Intake\Imports;
use App\Models\Import;
use App\Storage\StorageTrouble;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use PDO;
use Tests\DemoTestCase;

/** A disk that is full and a database another program holds, each on a database of its own and through the interface. */
final class StorageTest extends DemoTestCase
{
    private const ROWS = 8000;

    private string $database;

    private string $default;

    protected function setUp(): void
    {
        parent::setUp();
        $this->database = sys_get_temp_dir().'/logion-storage-'.getmypid().'.sqlite';
        touch($this->database);
        $this->default = DB::getDefaultConnection();
        config([
            'database.connections.own' => [...config('database.connections.sqlite'), 'database' => $this->database, 'busy_timeout' => 50],
        ]);
        DB::setDefaultConnection('own');
        Artisan::call('migrate', ['--force' => true, '--database' => 'own']);
        DB::table('exchanges')->insert(['code' => 'XQTH', 'name' => 'T', 'country' => 'XA', 'currency' => 'XCR']);
        DB::table('companies')->insert([
            'name' => 'Storage Test Works',
            'country' => 'XA',
            'sector' => '10',
            'template' => 'industrial',
            'reporting_currency' => 'XCR',
            'description' => '',
        ]);
        DB::table('securities')->insert(['id' => 1, 'company_id' => 1, 'kind' => 'share', 'name' => 'S']);
        DB::table('listings')->insert(['security_id' => 1, 'exchange_id' => 1, 'ticker' => 'STOR', 'currency' => 'XCR']);
        $this->actingAs($this->someone());
    }

    protected function tearDown(): void
    {
        DB::purge('own');
        DB::setDefaultConnection($this->default);
        parent::tearDown();
        array_map('unlink', glob($this->database.'*') ?: []);
    }

    public function test_a_full_disk_stores_nothing_says_so_and_the_import_is_stored_once_there_is_room(): void
    {
        foreach ([$this->prices(), $this->figures()] as $import) {
            $before = $this->rows();
            DB::statement('pragma max_page_count = '.(DB::scalar('pragma page_count') + 10));
            $this->postJson("/api/v1/imports/{$import->id}/store")
                ->assertStatus(503)
                ->assertJsonPath('detail', 'The disk is full: nothing was stored. Make room and store it again.');
            $this->assertSame(
                [$before, 'ok', 'previewed'],
                [$this->rows(), DB::scalar('pragma integrity_check'), $import->refresh()->state],
            );
            DB::statement('pragma max_page_count = 1073741823');
            $this->postJson("/api/v1/imports/{$import->id}/store")
                ->assertOk()
                ->assertJsonPath('state', 'stored');
        }
        $this->assertSame([self::ROWS, self::ROWS], $this->rows());
    }

    public function test_a_database_another_program_holds_stores_nothing_says_so_and_the_import_is_stored_afterwards(): void
    {
        $import = $this->prices();
        $other = new PDO("sqlite:{$this->database}");
        $other->exec('begin immediate');
        try {
            $this->app->make(Imports::class)->store($import);
            $this->fail('It was stored.');
        } catch (\PDOException $error) {
            $this->assertSame(
                'Another import or refresh is writing: nothing was stored. Store it again when that is done.',
                StorageTrouble::explain($error),
            );
        }
        $this->assertSame([0, 0], $this->rows());
        $other->exec('rollback');
        $this->app->make(Imports::class)->store($import->refresh());
        $this->assertSame([self::ROWS, 0], $this->rows());
        $this->assertSame(1, DB::scalar('pragma foreign_keys'), 'keys are checked again');
    }

    /** @return array{int, int} bars and facts */
    private function rows(): array
    {
        return [DB::table('bars')->count(), DB::table('facts')->count()];
    }

    private function prices(): Import
    {
        $csv = "Date,Close,Volume\n";
        for ($i = 0; $i < self::ROWS; $i++) {
            $csv .= gmdate('Y-m-d', 86400 * $i).',10.5,1000'."\n";
        }

        return $this->taken('STOR prices.csv', $csv);
    }

    private function figures(): Import
    {
        $csv = "Line,Period,Value (whole XCR),Filed on\n";
        for ($i = 0; $i < self::ROWS; $i++) {
            // Twenty years, each filed four hundred times with another figure.
            $csv .= 'Revenue,FY '.(2000 + ($i % 20)).','.($i + 1).','.gmdate('Y-m-d', 86400 * (20_000 + intdiv($i, 20)))."\n";
        }

        return $this->taken('STOR figures.csv', $csv);
    }

    private function taken(string $name, string $csv): Import
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'storage');
        file_put_contents($path, $csv);
        $import = $this->app->make(Imports::class)->take($path, $name, \App\Models\User::query()->firstOrFail());
        unlink($path);

        return $import;
    }
}
