<?php

declare(strict_types=1);

namespace Tests\Storage;

use App\Task\PatientQueue;
use App\Task\RefreshColumns;
use Illuminate\Database\Events\QueryExecuted;
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
        $queue->push(new RefreshColumns(1, 20200630, null));
        $job = $queue->pop();
        $this->assertSame(RefreshColumns::class, $job?->resolveName());
        $this->assertNull($queue->pop(), 'It is taken.');
        $job->delete();
        $this->assertSame(0, DB::table('jobs')->count());
    }

    /** Of each person one job is at work, and who has waited longest is next, however many another has asked for. */
    public function test_nobody_waits_behind_all_that_another_asked_for(): void
    {
        $worker = function (): PatientQueue {
            $queue = new PatientQueue(DB::connection(), 'jobs', 'default', 7200);
            $queue->setContainer($this->app);
            $queue->setConnectionName('database');

            return $queue;
        };
        [$one, $other] = [$worker(), $worker()];
        foreach (['ada', 'ada', 'ada', 'berta'] as $nth => $lane) {
            $one->pushOn("user-{$lane}", new RefreshColumns($nth, 20200630, null));
        }
        $first = $one->pop();
        $this->assertSame('user-ada', $first?->getQueue());
        $second = $other->pop();
        $this->assertSame('user-berta', $second?->getQueue(), 'a job of hers is at work');
        $second->delete();
        $this->assertNull($other->pop(), 'there is nobody else to work for');
        $one->pushOn('user-clara', new RefreshColumns(9, 20200630, null));
        $first->delete();
        $third = $one->pop();
        $this->assertSame('user-clara', $third?->getQueue(), 'she had no turn yet');
        $third->delete();
        $this->assertSame(['user-ada', 'user-ada'], [$one->pop()?->getQueue(), DB::table('jobs')->max('queue')]);
    }

    public function test_a_worker_that_is_killed_lets_go_of_its_lane(): void
    {
        $file = storage_path('framework/cache/lane-'.sha1(DB::connection()->getDatabaseName().'user-dora'));
        $holder = proc_open(
            [PHP_BINARY, '-r', '$f = fopen($argv[1], "c"); flock($f, LOCK_EX); echo "held"; sleep(60);', $file],
            [1 => ['pipe', 'w']],
            $pipes,
        );
        $this->assertSame('held', fread($pipes[1], 4));
        $queue = Queue::connection('database');
        $queue->pushOn('user-dora', new RefreshColumns(1, 20200630, null));
        $this->assertNull($queue->pop());
        proc_terminate($holder, 9);
        proc_close($holder);
        $this->assertSame('user-dora', $queue->pop()?->getQueue());
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
