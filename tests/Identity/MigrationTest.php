<?php

declare(strict_types=1);

namespace Tests\Identity;

use App\Feature\Intake\Imports;
use App\Models\Import;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Tests\DemoTestCase;

/** An installation of before companies, securities and listings were told apart keeps everything, each price under its listing. */
final class MigrationTest extends DemoTestCase
{
    private const OLD = [
        '2026_01_01_000000_create_market_tables',
        '2026_01_01_000001_create_user_tables',
        '2026_11_23_000000_complete_find',
        '2026_11_24_000000_complete_statements',
        '2026_11_26_000000_compute_columns_anew',
    ];

    private string $database;

    protected function setUp(): void
    {
        parent::setUp();
        $this->database = sys_get_temp_dir().'/old-'.getmypid().'.sqlite';
        touch($this->database);
        config(['database.connections.old' => [...config('database.connections.sqlite'), 'database' => $this->database]]);
        DB::setDefaultConnection('old');
        Artisan::call('migrate', [
            '--force' => true,
            '--database' => 'old',
            '--path' => array_map(static fn (string $name): string => "database/migrations/{$name}.php", self::OLD),
        ]);
    }

    protected function tearDown(): void
    {
        DB::setDefaultConnection('sqlite');
        DB::purge('old');
        array_map('unlink', glob($this->database.'*') ?: []);
        parent::tearDown();
    }

    private function fill(): void
    {
        DB::table('exchanges')->insert(['id' => 1, 'code' => 'XONE', 'name' => 'One', 'country' => 'XA', 'currency' => 'XCR']);
        DB::table('imports')->insert([
            'id' => 7,
            'name' => 'prices.csv',
            'path' => '',
            'size' => 1,
            'digest' => 'd',
            'format' => 'csv',
            'state' => 'stored',
            'mapping' => '{"kind":"prices"}',
        ]);
        foreach (
            [
                3 => ['Filed Works', 'FILD', 'XA0000000001', null],
                4 => ['Imported Works', 'IMPT', 'XAZZ00000041', 7],
                5 => ['Gone Works', 'GONE', 'XA0000000003', null],
            ] as $id => [$name, $ticker, $isin, $import]
        ) {
            DB::table('companies')->insert([
                'id' => $id,
                'name' => $name,
                'country' => 'XA',
                'sector' => '28',
                'template' => 'industrial',
                'reporting_currency' => 'XCR',
                'description' => '',
                'import_id' => $import,
            ]);
            DB::table('securities')->insert([
                'id' => 10 * $id,
                'company_id' => $id,
                'exchange_id' => 1,
                'kind' => 'share',
                'ticker' => $ticker,
                'isin' => $isin,
                'name' => $name,
                'currency' => 'XCR',
                'delisted_on' => $ticker === 'GONE' ? 20240105 : null,
                'delisting_reason' => $ticker === 'GONE' ? 'Insolvent.' : null,
            ]);
        }
        DB::table('securities')->insert([
            'id' => 90,
            'company_id' => null,
            'exchange_id' => 1,
            'kind' => 'index',
            'ticker' => 'IX',
            'isin' => 'XA0000000009',
            'name' => 'Index',
            'currency' => 'XCR',
        ]);
        $examples = [[30, 20240102, 5.0, null], [30, 20240103, 5.5, 7], [50, 20240104, 1.0, null], [90, 20240102, 100.0, null]];
        foreach ($examples as [$security, $day, $close, $import]) {
            DB::table('bars')->insert([
                'security_id' => $security,
                'day' => $day,
                'high' => $close + 1,
                'low' => $close - 0.5,
                'close' => $close,
                'volume' => 9,
                'open' => $close,
                'import_id' => $import,
            ]);
        }
        DB::table('replaced_rows')->insert([
            'import_id' => 7,
            'table_name' => 'bars',
            'row' => json_encode(
                [
                    'security_id' => 30,
                    'day' => 20240103,
                    'open' => null,
                    'high' => 8.5,
                    'low' => 8.0,
                    'close' => 8.25,
                    'volume' => 3.0,
                    'import_id' => null,
                ],
                JSON_PRESERVE_ZERO_FRACTION,
            ),
        ]);
        DB::table('dividends')->insert([
            'security_id' => 30,
            'ex_date' => 20240103,
            'paid_on' => 20240103,
            'amount' => 0.1,
            'currency' => 'XCR',
        ]);
        DB::table('corporate_actions')->insert(['security_id' => 30, 'kind' => 'split', 'ex_date' => 20240103, 'ratio' => 2.0]);
        DB::table('index_members')->insert(['index_id' => 90, 'company_id' => 3, 'from_day' => 20240101]);
        DB::table('column_sets')->insert(['as_of' => 20240103, 'size' => 0, 'companies' => '', 'complete' => true]);
    }

    public function test_nothing_is_lost_and_no_made_up_number_is_kept(): void
    {
        $this->fill();
        Artisan::call('migrate', ['--force' => true, '--database' => 'old']);
        $this->assertSame([], DB::select('pragma foreign_key_check'));
        $listings = DB::table('listings')
            ->orderBy('id')
            ->get()
            ->map(
                static fn (object $l): array => [
                    $l->security_id,
                    $l->ticker,
                    $l->currency,
                    $l->from_day,
                    $l->to_day,
                    $l->ended_because,
                    (bool) $l->main,
                ],
            )
            ->all();
        $this->assertEquals(
            [
                [30, 'FILD', 'XCR', 0, null, null, true],
                [40, 'IMPT', 'XCR', 0, null, null, true],
                [50, 'GONE', 'XCR', 0, 20240105, 'Insolvent.', true],
                [90, 'IX', 'XCR', 0, null, null, true],
            ],
            $listings,
        );
        $this->assertEquals(
            ['XA0000000001', 'XA0000000003', 'XA0000000009'],
            DB::table('identifiers')->orderBy('value')->pluck('value')->all(),
            'the number an import made up is gone',
        );
        $bars = DB::table('bars')
            ->join('listings', 'listings.id', '=', 'listing_id')
            ->orderBy('listing_id')
            ->orderBy('day')
            ->get(['ticker', 'day', 'open', 'high', 'low', 'close', 'volume', 'bars.import_id'])
            ->map(static fn (object $b): array => array_values((array) $b))
            ->all();
        $this->assertEquals(
            [
                ['FILD', 20240102, 5, 6, 4.5, 5, 9, null],
                ['FILD', 20240103, 5.5, 6.5, 5, 5.5, 9, 7],
                ['GONE', 20240104, 1, 2, 0.5, 1, 9, null],
                ['IX', 20240102, 100, 101, 99.5, 100, 9, null],
            ],
            $bars,
        );
        $this->assertSame(
            [1, 1, 1, 0],
            [
                DB::table('dividends')->count(),
                DB::table('corporate_actions')->count(),
                DB::table('index_members')->count(),
                DB::table('column_sets')->count(),
            ],
        );
        // An import of before can still be taken back.
        $this->app->make(Imports::class)->undo(Import::query()->findOrFail(7));
        $this->assertEquals(
            [20240102 => 5.0, 20240103 => 8.25],
            DB::table('bars')
                ->where('listing_id', DB::table('listings')->where('ticker', 'FILD')->value('id'))
                ->pluck('close', 'day')
                ->all(),
        );
    }

    public function test_a_company_still_takes_its_securities_along_when_it_goes(): void
    {
        $this->fill();
        Artisan::call('migrate', ['--force' => true, '--database' => 'old']);
        DB::table('companies')->where('id', 3)->delete();
        $this->assertSame(
            [0, 0, 0],
            [
                DB::table('listings')->where('ticker', 'FILD')->count(),
                DB::table('bars')
                    ->whereIn('day', [20240103])
                    ->count(),
                DB::table('dividends')->count(),
            ],
        );
        $this->expectException(\Illuminate\Database\QueryException::class);
        DB::table('bars')->insert(['listing_id' => 12345, 'day' => 20240102, 'high' => 1, 'low' => 1, 'close' => 1, 'volume' => 1]);
    }
}
