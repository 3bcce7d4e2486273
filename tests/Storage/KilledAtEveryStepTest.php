<?php

declare(strict_types=1);

namespace Tests\Storage;

use App\Models\Setting;
use App\Models\Task;
use App\Models\TaskPart;
use App\Task\BeginParts;
use App\Task\WorkOrder;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Database\Events\TransactionCommitted;
use Illuminate\Database\Events\TransactionCommitting;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;
use PHPUnit\Framework\Attributes\Group;
use Tests\DemoTestCase;
use Tests\SeededDatabase;

/** A worker is killed at each statement and at each end of a transaction: whoever comes after it ends the work. */
#[Group('sqlite')]
final class KilledAtEveryStepTest extends DemoTestCase
{
    /** Of none of the other tests: a worker of the test before may hold its lane until it looks for a job again. */
    private const LANE = 'killed';

    protected function setUp(): void
    {
        parent::setUp();
        config(['queue.default' => 'database']);
        // Processes see each other's work only outside a transaction.
        DB::rollBack();
    }

    protected function tearDown(): void
    {
        $this->forgetWork();
        parent::tearDown();
    }

    private function forgetWork(): void
    {
        Setting::query()->where('name', StagedLetters::KEPT)->delete();
        DB::table('jobs')->delete();
        DB::table('job_batches')->delete();
        Task::query()->where('kind', 'letters')->delete();
    }

    public function test_work_of_two_stages_is_ended_by_another_wherever_its_worker_is_killed(): void
    {
        $step = 0;
        do {
            $isKilled = $this->isKilledAt(++$step);
        } while ($isKilled);
        $this->assertGreaterThan(100, $step, 'that is every step there is');
    }

    private function isKilledAt(int $step): bool
    {
        $this->forgetWork();
        $task = Task::query()->create(['kind' => 'letters', 'subject' => 'all', 'state' => 'waiting']);
        BeginParts::dispatch(new WorkOrder($task->id, StagedLetters::class, [], self::LANE));
        $isKilled = $this->workUntil($step);
        // What it was at is its for a minute and a half, and anybody's after that.
        DB::table('jobs')
            ->whereNotNull('reserved_at')
            ->update(['reserved_at' => now()->timestamp - 91]);
        self::work();
        $this->assertSame(['done', 'ABCD'], [$task->refresh()->state, StagedLetters::kept()], "killed at step {$step}: {$task->message}");
        $this->assertSame([0, 0], [TaskPart::query()->count(), DB::table('jobs')->count()], "killed at step {$step}");

        return $isKilled;
    }

    /** Another process works; whether there was so much to do that it was killed. */
    private function workUntil(int $step): bool
    {
        $ended = (string) tempnam(sys_get_temp_dir(), 'logion-step-');
        $database = (string) DB::connection()->getDatabaseName();
        $child = pcntl_fork();
        if ($child === 0) {
            // With connections of its own; those of the test are left as they are.
            SeededDatabase::boot($database);
            config(['queue.default' => 'database']);
            $left = $step;
            Event::listen(
                [QueryExecuted::class, TransactionCommitting::class, TransactionCommitted::class],
                static function () use (&$left): void {
                    --$left === 0 && posix_kill((int) getmypid(), SIGKILL);
                },
            );
            self::work();
            file_put_contents($ended, 'ended');
            // Nothing of the test that is going on is ended with it.
            posix_kill((int) getmypid(), SIGKILL);
        }
        pcntl_waitpid($child, $status);
        $isKilled = file_get_contents($ended) === '';
        unlink($ended);

        return $isKilled;
    }

    private static function work(): void
    {
        Artisan::call('queue:work', [
            'connection' => 'database',
            '--stop-when-empty' => true,
            '--sleep' => 0,
            '--tries' => 1,
            // It is the process of all tests, and larger than a worker may become.
            '--memory' => 100_000,
        ]);
    }
}
