<?php

declare(strict_types=1);

namespace Tests\Storage;

use App\Feature\Intake\RunImport;
use App\Models\Import;
use App\Models\Task;
use App\Storage\LifeLock;
use App\Task\BeginParts;
use App\Task\ColumnWork;
use App\Task\LostWork;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\Group;
use Tests\DemoTestCase;

/** Nothing waits for ever: whatever process ends between whatever two steps, who waits for its work is told, and can ask again. */
final class LostWorkTest extends DemoTestCase
{
    private const WORD = 'The process that was at it ended early. Nothing half done was kept; ask for it again.';

    protected function setUp(): void
    {
        parent::setUp();
        config(['queue.default' => 'database']);
    }

    private static function task(string $state, int $minutes): Task
    {
        $task = Task::query()->create(['kind' => 'letters', 'subject' => uniqid(), 'state' => $state]);
        Task::query()->whereKey($task->id)->toBase()->update(['updated_at' => now()->subMinutes($minutes)]);

        return $task;
    }

    private function tell(): void
    {
        $this->app->make(LostWork::class)->tell();
    }

    public function test_who_waits_for_work_that_is_nowhere_is_told(): void
    {
        [$waiting, $running, $fresh, $done] = [
            self::task('waiting', 3), self::task('running', 3), self::task('waiting', 1), self::task('done', 60),
        ];
        $this->tell();
        $this->assertSame(['failed', self::WORD], [$waiting->refresh()->state, $waiting->message]);
        $this->assertSame(['failed', self::WORD], [$running->refresh()->state, $running->message]);
        $this->assertSame(['waiting', 'done'], [$fresh->refresh()->state, $done->refresh()->state]);
    }

    public function test_while_anything_is_in_the_queue_nothing_is_given_up(): void
    {
        $task = self::task('waiting', 60);
        Queue::connection('database')->push(new BeginParts(ColumnWork::order($task->id, 20200630, null, 'default')));
        $this->tell();
        $this->assertSame('waiting', $task->refresh()->state);
        DB::table('jobs')->update(['reserved_at' => now()->timestamp]);
        $this->tell();
        $this->assertSame('waiting', $task->refresh()->state, 'a worker is at it');
        DB::table('jobs')->delete();
        $this->tell();
        $this->assertSame('failed', $task->refresh()->state);
    }

    /** @return iterable<string, array{string, string, array<string, mixed>}> */
    public static function wishes(): iterable
    {
        yield 'a column of a formula' => ['history', '/api/v1/refreshes', ['formula' => 'mean_of(net_margin, 3)']];
        yield 'a back-test' => ['back-test', '/api/v1/back-tests', [
            'screen' => ['criteria' => ['price_to_book < 2']], 'frequency' => 'yearly', 'from' => '2025-01-02', 'index' => 'ALLSH',
        ]];
        yield 'an archive' => ['archive', '/api/v1/archive', []];
    }

    /** @param  array<string, mixed>  $body */
    #[DataProvider('wishes')]
    #[Group('sqlite')]
    public function test_work_that_could_not_be_handed_on_is_not_waited_for(string $kind, string $path, array $body): void
    {
        DB::statement('create trigger no_jobs before insert on jobs begin select raise(abort, \'no room\'); end');
        $this->actingAs($this->someone());
        $this->assertGreaterThanOrEqual(500, $this->postJson($path, $body)->status());
        $this->travel(3)->minutes();
        $this->tell();
        $this->assertFalse(Task::query()->where('kind', $kind)->get()->contains->isUnderWay());
        DB::statement('drop trigger no_jobs');
        $this->postJson($path, $body)->assertSuccessful();
        $this->assertSame(1, DB::table('jobs')->count(), 'asked for again it is handed on');
    }

    public function test_a_file_that_was_stored_is_said_to_be_though_its_worker_died_before_it_said_so(): void
    {
        foreach (['stored' => 'done', 'storing' => 'failed'] as $left => $said) {
            $task = self::task('running', 3);
            $import = Import::query()->create([
                'name' => 'p.csv', 'path' => '/nowhere', 'size' => 1, 'digest' => 'x', 'format' => 'csv', 'state' => $left, 'mapping' => [],
                'task_id' => $task->id,
            ]);
            (new RunImport($import->id, $task->id, true))->failed();
            $this->assertSame($said, $task->refresh()->state);
            $this->assertSame($left === 'stored' ? 'stored' : 'previewed', $import->refresh()->state);
        }
    }

    #[Group('sqlite')]
    public function test_conditions_are_looked_at_by_one_process_and_who_was_killed_at_it_holds_up_nobody(): void
    {
        $held = LifeLock::tryFor('follow');
        Artisan::call('logion:follow');
        $this->assertStringContainsString('Another process is looking.', Artisan::output());
        $held?->release();
        Artisan::call('logion:follow');
        $this->assertStringContainsString('new calls', Artisan::output());
    }
}
