<?php

declare(strict_types=1);

namespace Tests\Export;

use App\Feature\Export\MakeArchive;
use App\Models\BackTest;
use App\Models\Paper;
use App\Models\Role;
use App\Models\Setting;
use App\Models\User;
use App\Storage\ColumnStore;
use App\Storage\Settings;
use App\Storage\UserArchive;
use App\Task\WorkCancelled;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Logion\Intake\Refusal;
use Tests\DemoTestCase;

/** Everything of a user moves to an empty installation. */
final class UserArchiveTest extends DemoTestCase
{
    private string $archive;

    private string $database;

    private string $default;

    protected function setUp(): void
    {
        parent::setUp();
        $this->default = DB::getDefaultConnection();
        $this->archive = sys_get_temp_dir().'/archive-'.getmypid().'.zip';
        $this->database = sys_get_temp_dir().'/second-'.getmypid().'.sqlite';
    }

    protected function tearDown(): void
    {
        DB::setDefaultConnection($this->default);
        DB::purge('second');
        array_map('unlink', [...glob($this->database.'*') ?: [], ...glob($this->archive) ?: []]);
        parent::tearDown();
    }

    public function test_the_same_screens_valuations_and_decisions_come_out_of_an_empty_installation(): void
    {
        $this->actingAs($user = $this->someone());
        Setting::query()->create(['name' => Settings::EQUITY_RISK_PREMIUM, 'value' => '0.061']);
        $list = $this->postJson('/api/v1/lists', ['name' => 'Mine', 'tickers' => ['BRSW', 'ORTN']])
            ->assertCreated()
            ->json('id');
        $this->postJson('/api/v1/screens', [
            'name' => 'Cheap',
            'criteria' => ['price_to_earnings < 15'],
            'columns' => ['price_to_earnings', 'net_margin'],
            'universe' => ['lists' => ['list' => $list]],
        ])->assertSuccessful();
        $this->postJson('/api/v1/screens', [
            'name' => 'Lucrative',
            'criteria' => ['net_margin > 0.1'],
            'columns' => ['net_margin', 'market_cap'],
        ])->assertSuccessful();
        $this->postJson('/api/v1/decisions', [
            'ticker' => 'BRSW',
            'verdict' => 'buy',
            'thesis' => 'Salt keeps',
            'disproof' => 'It does not',
            'value_per_share' => 70.5,
            'margin_of_safety' => 0.3,
        ])->assertCreated();
        $this->postJson('/api/v1/companies/BRSW/notes', ['figure' => 'revenue@20250', 'body' => 'Ümlaut and "quotes"'])->assertCreated();
        $this->postJson('/api/v1/companies/BRSW/corrections', [
            'figures' => [['line' => 'revenue', 'period' => 20240, 'value' => 1234567.891]],
            'note' => 'n',
        ])->assertCreated();
        $import = $this->post(
            '/api/v1/imports',
            ['file' => UploadedFile::fake()->createWithContent('BRSW.csv', "Date,Close\n2026-07-01,55\n")],
            ['Accept' => 'application/json'],
        )->json('id');
        $this->postJson("/api/v1/imports/{$import}/store")->assertOk();
        $settings = ['screen' => ['name' => 'Kept'], 'frequency' => 'yearly', 'from' => '2022-06-30', 'index' => 'ALLSH'];
        BackTest::query()->create(['user_id' => $user->id, 'name' => 'Kept', 'settings' => $settings]);
        Storage::fake(Paper::DISK);
        $this->post(
            '/api/v1/companies/BRSW/papers',
            ['file' => UploadedFile::fake()->createWithContent('salt.md', '# Salt')],
            ['Accept' => 'application/json'],
        )->assertCreated();
        $ratings = DB::table('ratings')->count();
        $before = $this->answers();
        $this->app->make(UserArchive::class)->write($user, $this->archive);

        config(['database.connections.second' => [...config('database.connections.sqlite'), 'database' => $this->database]]);
        touch($this->database);
        DB::setDefaultConnection('second');
        Artisan::call('migrate', ['--force' => true, '--database' => 'second']);
        $other = User::query()->create([
            'name' => 'Elsewhere',
            'email' => 'elsewhere@example.invalid',
            'role' => Role::Administrator,
            'password' => 'a long enough password',
        ]);
        // Nothing of the papers is there before.
        Storage::fake(Paper::DISK);
        $counts = $this->app->make(UserArchive::class)->read($other, $this->archive);
        $this->assertSame([2, $ratings], [$counts['screens'], $counts['ratings']]);
        $this->app->forgetInstance(\App\Storage\EconomyReader::class);
        $this->app->forgetInstance(Settings::class);
        $this->app->make(ColumnStore::class)->refresh(self::TODAY);
        $this->actingAs($other);
        $this->assertEquals($before, $this->answers());
        $this->assertSame('# Salt', Storage::disk(Paper::DISK)->get((string) DB::table('papers')->value('kept_as')));
        // The file that was handed in is there as well, and its import can be undone here too.
        $this->assertFileExists((string) DB::table('imports')->value('path'));
        $this->deleteJson('/api/v1/imports/'.DB::table('imports')->value('id'))->assertOk();
        $this->assertSame(0, DB::table('bars')->where('day', 20260701)->count());
        $this->expectException(Refusal::class);
        $this->app->make(UserArchive::class)->read($other, $this->archive);
    }

    public function test_it_is_written_in_the_background_with_progress_and_fetched_by_its_owner_only(): void
    {
        $this->actingAs($user = $this->someone());
        @unlink(MakeArchive::path($user));
        $this->getJson('/api/v1/archive')->assertStatus(404);
        // The queue of the tests works at once.
        $task = $this->postJson('/api/v1/archive')->assertStatus(202)->assertJsonPath('state', 'done')->json('id');
        $this->getJson("/api/v1/tasks/{$task}")->assertOk()->assertJsonPath('state', 'done');
        $file = $this->get('/api/v1/archive')->assertOk()->assertHeader('Content-Type', 'application/zip')->baseResponse->getFile();
        $zip = new \ZipArchive();
        $this->assertTrue($zip->open($file->getPathname()));
        $about = json_decode((string) $zip->getFromName('archive.json'), true);
        $this->assertSame(DB::table('facts')->count(), $about['rows']['facts']);
        $this->assertSame($about['rows']['bars'], substr_count((string) $zip->getFromName('bars.jsonl'), "\n"));
        $zip->close();
        $this->actingAs($this->someone('Berta'));
        $this->getJson('/api/v1/archive')->assertStatus(404);
        touch(MakeArchive::path($user), time() - 90_000);
        MakeArchive::forgetOld();
        $this->assertFileDoesNotExist(MakeArchive::path($user), 'after a day');
    }

    public function test_writing_tells_how_far_it_is_and_leaves_nothing_when_it_is_cancelled(): void
    {
        $told = [];
        $user = $this->someone();
        $this->app->make(UserArchive::class)->write($user, $this->archive, static function (int $done, int $total) use (&$told): void {
            $told[] = [$done, $total];
        });
        $this->assertGreaterThan(10, count($told));
        $this->assertSame($told, array_values(array_unique($told, SORT_REGULAR)), 'it moves on');
        $this->assertSame($told[count($told) - 1][1], $told[count($told) - 1][0], 'at the end all is done');
        unlink($this->archive);
        try {
            $this->app->make(UserArchive::class)->write($user, $this->archive, static fn () => throw new WorkCancelled());
            $this->fail('It went on.');
        } catch (WorkCancelled) {
            $this->assertFileDoesNotExist($this->archive);
        }
    }

    /** @return array<string, mixed> */
    private function answers(): array
    {
        $run = fn (array $screen): array => $this->postJson('/api/v1/screens/run', ['screen' => $screen, 'as_of' => '2026-06-30'])
            ->assertOk()
            ->json('rows');
        $screens = $this->getJson('/api/v1/screens')->assertOk()->json();

        return [
            'screens' => array_map(static fn (array $s): array => array_diff_key($s, ['updated_at' => 1]), $screens),
            'rows' => array_map(static fn (array $s): array => $run($s['definition'] ?? $s), $screens),
            'decisions' => $this->getJson('/api/v1/decisions?as_of=2026-06-30')->assertOk()->json(),
            'notes' => $this->getJson('/api/v1/companies/BRSW/notes')->assertOk()->json(),
            'corrections' => $this->getJson('/api/v1/corrections')->assertOk()->json(),
            'working' => $this->getJson('/api/v1/companies/BRSW/working?metric=net_margin&year=2024')->assertOk()->json('working.value'),
            'lists' => $this->getJson('/api/v1/lists')->assertOk()->json(),
            'back_tests' => array_column($this->getJson('/api/v1/back-tests')->assertOk()->json('data'), 'name'),
            'installation' => $this->getJson('/api/v1/installation')->assertOk()->json(),
            'countries' => $this->getJson('/api/v1/catalogue')->assertOk()->json('countries'),
            'value' => $this->postJson('/api/v1/companies/BRSW/cash-flow-value', ['as_of' => '2026-06-30'])
                ->assertOk()
                ->json('per_share'),
        ];
    }

    public function test_a_broken_or_foreign_archive_is_refused_and_nothing_is_read(): void
    {
        config(['database.connections.second' => [...config('database.connections.sqlite'), 'database' => $this->database]]);
        touch($this->database);
        DB::setDefaultConnection('second');
        Artisan::call('migrate', ['--force' => true, '--database' => 'second']);
        $user = User::query()->create(['name' => 'E', 'email' => 'e@example.invalid', 'password' => 'a long enough password']);
        $zip = static function (array $files, string $path): void {
            $archive = new \ZipArchive();
            $archive->open($path, \ZipArchive::CREATE | \ZipArchive::OVERWRITE);
            foreach ($files as $name => $content) {
                $archive->addFromString($name, $content);
            }
            $archive->close();
        };
        $good = json_encode(['format' => 'logion archive', 'version' => 2]);
        foreach (
            [
                ['x.txt' => 'y'],
                ['archive.json' => '{"format":"else"}'],
                [
                    'archive.json' => $good,
                    'exchanges.jsonl' => "{\"id\":1,\"code\":\"XQTH\",\"name\":\"T\",\"country\":\"XA\",\"currency\":\"XCR\"}\n{broken\n",
                ],
                [
                    'archive.json' => json_encode(['format' => 'logion archive', 'version' => 2, 'rows' => ['exchanges' => 2]]),
                    'exchanges.jsonl' => "{\"id\":1,\"code\":\"XQTH\",\"name\":\"T\",\"country\":\"XA\",\"currency\":\"XCR\"}\n",
                ],
            ] as $files
        ) {
            $zip($files, $this->archive);
            try {
                $this->app->make(UserArchive::class)->read($user, $this->archive);
                $this->fail('It was read.');
            } catch (Refusal $refusal) {
                $this->assertNotSame('', $refusal->getMessage());
            }
            $this->assertSame(0, DB::table('exchanges')->count());
            unlink($this->archive);
        }
        file_put_contents($this->archive, 'no archive');
        $this->expectException(Refusal::class);
        $this->app->make(UserArchive::class)->read($user, $this->archive);
    }
}
