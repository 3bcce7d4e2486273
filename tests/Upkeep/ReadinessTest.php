<?php

declare(strict_types=1);

namespace Tests\Upkeep;

use App\Upkeep\Readiness;
use App\Upkeep\WorkersSeen;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\Group;
use Tests\DemoTestCase;

/** What cannot be worked with is not started, and who watches is told how it does. */
#[Group('sqlite')]
final class ReadinessTest extends DemoTestCase
{
    private function refused(InstalledDatabase $of): string
    {
        $ready = $of->command(['logion:ready']);
        $this->assertSame(1, $ready->run(), $ready->getOutput());

        return trim($ready->getErrorOutput());
    }

    public function test_a_database_that_is_missing_foreign_damaged_old_or_later_is_told(): void
    {
        $of = new InstalledDatabase();
        $this->assertStringContainsString('of an earlier version', $this->refused($of));
        $of->command(['logion:upgrade'])->mustRun();
        $of->command(['logion:ready'])->mustRun();
        $of->write("insert into migrations (migration, batch) values ('2099_01_01_000000_later', 9)");
        $this->assertStringContainsString('of a later version: it has 1 steps', $this->refused($of));
        $of->write("delete from migrations where migration like '2099%'");
        $bytes = (string) file_get_contents($of->path);
        file_put_contents($of->path, substr($bytes, 0, intdiv(strlen($bytes), 3)));
        $this->assertStringContainsString('is damaged', $this->refused($of));
        file_put_contents($of->path, "name,price\nBRSW,50\n");
        $this->assertStringContainsString('is not a database', $this->refused($of));
        unlink($of->path);
        $this->assertStringContainsString('There is no database at', $this->refused($of));
    }

    public function test_a_disk_that_is_nearly_full_is_told_before_something_is_lost(): void
    {
        $readiness = $this->app->make(Readiness::class);
        $this->assertSame([], $readiness->troubles(1e12));
        $this->assertSame(['The disk is nearly full: 100 MB are free, and 500 MB are wanted. Make room first.'], $readiness->troubles(1e8));
    }

    public function test_health_is_told_to_anybody_and_fails_with_a_word(): void
    {
        Cache::forget('workers-seen');
        $said = static fn (array $checks): array => array_column($checks, 'said', 'name');
        $this->getJson('/health')
            ->assertStatus(503)
            ->assertJsonPath('ok', false)
            ->assertJsonPath('checks.2', [
                'name' => 'workers',
                'ok' => false,
                'said' => '0',
            ]);
        app(WorkersSeen::class)->tell();
        $answer = $this->getJson('/health')->assertOk();
        $answer->assertHeader('Cache-Control', 'no-store, private');
        $told = $said($answer->json('checks'));
        $this->assertSame(['database', 'schema', 'workers', 'queue', 'disk', 'data'], array_keys($told));
        $this->assertSame(['1', 'until 2026-06-30', 'answers'], [$told['workers'], $told['data'], $told['database']]);
        $this->travel(61)->seconds();
        $this->getJson('/health')->assertStatus(503);
        // One that took up an hour's work may be silent for an hour.
        app(WorkersSeen::class)->tell(3600);
        $this->travel(50)->minutes();
        $this->getJson('/health')->assertOk();
        DB::table('jobs')->insert([
            'queue' => 'default',
            'payload' => '{}',
            'attempts' => 0,
            'available_at' => now()->timestamp - 121,
            'created_at' => now()->timestamp - 121,
        ]);
        $this->getJson('/health')->assertStatus(503)->assertJsonPath('checks.3.ok', false);
    }
}
