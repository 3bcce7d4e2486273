<?php

declare(strict_types=1);

namespace Tests\Storage;

use App\Models\Task;
use App\Storage\LifeLock;
use App\Task\BeginParts;
use App\Task\ColumnWork;
use App\Task\PatientQueue;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use PHPUnit\Framework\Attributes\Group;
use Tests\DemoTestCase;

/** A job is taken though requests write at the same time, and is never held for failed because of that. */
final class PatientQueueTest extends DemoTestCase
{
    public function test_a_job_is_taken_once(): void
    {
        $queue = Queue::connection('database');
        $this->assertInstanceOf(PatientQueue::class, $queue);
        $this->assertNull($queue->pop());
        $queue->push(new BeginParts(ColumnWork::order(1, 20200630, null, 'default')));
        $job = $queue->pop();
        $this->assertSame(BeginParts::class, $job?->resolveName());
        $this->assertNull($queue->pop(), 'It is taken.');
        $job->delete();
        $this->assertSame(0, DB::table('jobs')->count());
    }

    /**
     * Of each person one job is at work, and who has waited longest is next, however many another has asked for. On a server the two
     * workers of this process would share the connection, and what it holds.
     */
    #[Group('sqlite')]
    public function test_nobody_waits_behind_all_that_another_asked_for(): void
    {
        [$one, $other] = [$this->worker(), $this->worker()];
        foreach (['ada', 'ada', 'ada', 'berta'] as $nth => $lane) {
            $one->pushOn("user-{$lane}", new BeginParts(ColumnWork::order($nth, 20200630, null, 'default')));
        }
        $first = $one->pop();
        $this->assertSame('user-ada', $first?->getQueue());
        $second = $other->pop();
        $this->assertSame('user-berta', $second?->getQueue(), 'a job of hers is at work');
        $second->delete();
        $this->assertNull($other->pop(), 'there is nobody else to work for');
        $one->pushOn('user-clara', new BeginParts(ColumnWork::order(9, 20200630, null, 'default')));
        $first->delete();
        $third = $one->pop();
        $this->assertSame('user-clara', $third?->getQueue(), 'she had no turn yet');
        $third->delete();
        $this->assertSame(['user-ada', 'user-ada'], [$one->pop()?->getQueue(), DB::table('jobs')->max('queue')]);
    }

    public function test_after_a_job_the_next_is_looked_for_at_once_and_for_a_while(): void
    {
        $worker = $this->worker();
        $push = static fn () => $worker->push(new BeginParts(ColumnWork::order(1, 20200630, null, 'default')));
        $looks = 0;
        DB::listen(static function (QueryExecuted $query) use (&$looks, $push): void {
            str_contains($query->sql, 'exists') && ++$looks === 4 && $push();
        });
        $this->assertNull($worker->pop());
        $this->assertSame(1, $looks, 'who had nothing to do sleeps until it looks again');
        $push();
        $worker->pop()?->delete();
        $next = $worker->pop();
        $this->assertSame(5, $looks);
        $this->assertNotNull($next, 'it came while the worker looked');
        $next->delete();
        $this->assertNull($worker->pop());
        $this->assertGreaterThan(6, $looks);
        $this->assertLessThan(60, $looks);
        $before = $looks;
        $this->assertNull($worker->pop());
        $this->assertSame($before + 1, $looks, 'in the end it gives up');
    }

    private function worker(): PatientQueue
    {
        $queue = new PatientQueue(DB::connection(), 'jobs', 'default', 7200);
        $queue->setContainer($this->app);
        $queue->setConnectionName('database');

        return $queue;
    }

    public function test_a_worker_for_quick_work_passes_by_what_keeps_it_for_long(): void
    {
        $worker = $this->worker();
        foreach (['default:long', 'user-ada:long', 'user-ada', 'default:long:parts'] as $lane) {
            $worker->pushOn($lane, new BeginParts(ColumnWork::order(1, 20200630, null, 'default')));
        }
        $taken = [];
        while (($job = $worker->pop('quick')) !== null) {
            $taken[] = $job->getQueue();
            $job->delete();
        }
        sort($taken);
        $this->assertSame(['default:long:parts', 'user-ada'], $taken);
        while (($job = $worker->pop('default')) !== null) {
            $taken[] = $job->getQueue();
            $job->delete();
        }
        $this->assertCount(4, $taken, 'any other takes everything');
    }

    public function test_work_whose_worker_died_is_failed_with_a_word_and_does_not_stop_the_queue(): void
    {
        config(['queue.default' => 'database']);
        $task = static fn (string $state): Task => Task::query()->create(['kind' => 'columns', 'subject' => $state, 'state' => $state]);
        $died = $task('running');
        $next = $task('waiting');
        Queue::connection('database')->push(new BeginParts(ColumnWork::order($died->id, 20200630, null, 'default')));
        // Taken up three times by workers that were killed: it is its for a minute and a half, and nobody's after that.
        DB::table('jobs')->update(['attempts' => 3, 'reserved_at' => now()->timestamp - 91]);
        Queue::connection('database')->push(new BeginParts(ColumnWork::order($next->id, self::TODAY, null, 'default')));
        DB::table('jobs')->insert([
            'queue' => 'default', 'payload' => '{"not a job"', 'attempts' => 0, 'available_at' => 0, 'created_at' => 0,
        ]);
        for ($i = 0; $i < 7; $i++) {
            Artisan::call('queue:work', ['connection' => 'database', '--once' => true, '--tries' => 1, '--sleep' => 0]);
        }
        $this->assertSame('failed', $died->refresh()->state);
        $this->assertSame('The process that was at it ended early. Nothing half done was kept; ask for it again.', $died->message);
        $this->assertSame('done', $next->refresh()->state, 'what waited behind it is done');
        $this->assertSame(0, DB::table('jobs')->where('payload', 'like', '%BeginParts%')->count());
    }

    public function test_what_was_cancelled_or_done_stays_so_when_its_worker_died(): void
    {
        foreach (['cancelled', 'done', 'failed'] as $state) {
            $task = Task::query()->create(['kind' => 'columns', 'subject' => $state, 'state' => $state, 'message' => 'as it was']);
            (new BeginParts(ColumnWork::order($task->id, 20200630, null, 'default')))->failed();
            $this->assertSame([$state, 'as it was'], [$task->refresh()->state, $task->message]);
        }
    }

    public function test_a_worker_that_is_killed_lets_go_of_its_lane(): void
    {
        $settings = DB::connection()->getConfig();
        [$script, $what] = DB::connection()->getDriverName() === 'pgsql'
            ? [
                '$p = new PDO($argv[1], $argv[2]); $p->query("select pg_advisory_lock(hashtext(\'lane user-dora\'))"); '.
                    'echo "held"; sleep(60);',
                ["pgsql:host={$settings['host']};port={$settings['port']};dbname={$settings['database']}", $settings['username']],
            ]
            : [
                '$f = fopen($argv[1], "c"); flock($f, LOCK_EX); echo "held"; sleep(60);',
                [LifeLock::file('lane user-dora')],
            ];
        $holder = proc_open([PHP_BINARY, '-r', $script, ...$what], [1 => ['pipe', 'w']], $pipes);
        $this->assertSame('held', fread($pipes[1], 4));
        $queue = Queue::connection('database');
        $queue->pushOn('user-dora', new BeginParts(ColumnWork::order(1, 20200630, null, 'default')));
        $this->assertNull($queue->pop());
        proc_terminate($holder, 9);
        proc_close($holder);
        // A server needs a moment to find that who held it is gone.
        for ($i = 0; $i < 50 && ($job = $queue->pop()) === null; $i++) {
            usleep(100_000);
        }
        $this->assertSame('user-dora', $job?->getQueue());
    }

    #[Group('sqlite')]
    public function test_nobody_writes_between_what_is_read_and_what_is_taken(): void
    {
        $other = $this->another();
        $other->exec("insert into jobs (queue, payload, attempts, available_at, created_at) values ('default', '{}', 0, 1, 1)");
        $refused = 0;
        DB::listen(static function (QueryExecuted $query) use ($other, &$refused): void {
            if (str_starts_with($query->sql, 'select * from `jobs`')) {
                try {
                    $other->exec('update jobs set attempts = 5');
                } catch (\PDOException $busy) {
                    $refused += (int) str_contains($busy->getMessage(), 'locked');
                }
            }
        });
        $this->assertNotNull(Queue::connection('database')->pop());
        $this->assertGreaterThan(0, $refused);
        $other->exec('delete from jobs');
    }
}
