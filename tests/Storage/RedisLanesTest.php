<?php

declare(strict_types=1);

namespace Tests\Storage;

use App\Models\Task;
use App\Task\BeginParts;
use App\Task\ColumnWork;
use App\Task\RedisLanes;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Facades\Redis;
use PHPUnit\Framework\Attributes\Group;
use Tests\DemoTestCase;

/** The queue in Redis does what the one in the database does: lanes take turns, and who died at a job costs it nothing but time. */
#[Group('redis')]
final class RedisLanesTest extends DemoTestCase
{
    private RedisLanes $queue;

    protected function setUp(): void
    {
        parent::setUp();
        Redis::connection()->flushdb();
        $queue = Queue::connection('redis');
        assert($queue instanceof RedisLanes);
        $this->queue = $queue;
    }

    private function push(string $lane, int $task = 0): void
    {
        $this->queue->pushOn($lane, new BeginParts(ColumnWork::order($task, self::TODAY, null, 'default')));
    }

    public function test_lanes_take_turns_and_parts_take_theirs_with_them(): void
    {
        foreach (['user-ada', 'user-ada', 'user-ada:parts', 'user-berta'] as $lane) {
            $this->push($lane);
        }
        $taken = [];
        while (($job = $this->queue->pop()) !== null) {
            $taken[] = $job->getQueue();
            $job->delete();
        }
        $this->assertSame('user-berta', $taken[1], 'she had no turn yet: '.implode(' ', $taken));
        $this->assertCount(4, $taken);
        $this->assertSame([], (array) Redis::connection()->smembers('lanes'), 'lanes without anything are forgotten');
    }

    public function test_a_worker_for_quick_work_passes_by_what_keeps_it_for_long(): void
    {
        $this->push('user-ada:long');
        $this->push('user-berta');
        $quick = $this->queue->pop('quick');
        $this->assertSame('user-berta', $quick?->getQueue());
        $quick->delete();
        $this->assertNull($this->queue->pop('quick'));
        $this->assertSame('user-ada:long', $this->queue->pop()?->getQueue());
    }

    public function test_lanes_are_empty_when_nothing_waits_and_nobody_is_at_work(): void
    {
        $this->assertTrue($this->queue->areEmpty());
        $this->push('user-ada');
        $this->assertFalse($this->queue->areEmpty());
        $job = $this->queue->pop();
        $this->assertFalse($this->queue->areEmpty(), 'a worker is at it');
        $job?->delete();
        $this->assertTrue($this->queue->areEmpty());
        $this->assertNull($this->queue->pop(), 'and whoever looks again lets go of the lane');
    }

    public function test_what_waits_in_a_transaction_is_there_when_it_is_written_and_not_when_it_is_not(): void
    {
        DB::transaction(function (): void {
            $this->push('user-ada');
            $this->assertNull($this->queue->pop());
        });
        $this->assertSame('user-ada', $this->queue->pop()?->getQueue());
        try {
            DB::transaction(function (): void {
                $this->push('user-berta');
                throw new \RuntimeException('no');
            });
        } catch (\RuntimeException) {
        }
        $this->assertNull($this->queue->pop());
    }

    public function test_work_whose_worker_died_is_failed_with_a_word(): void
    {
        config(['queue.default' => 'redis']);
        $task = Task::query()->create(['kind' => 'lanes', 'subject' => 'died', 'state' => 'running']);
        $this->push('user-ada', $task->id);
        $prefix = 'queues:user-ada:reserved';
        for ($died = 0; $died < 3; $died++) {
            $job = $this->queue->pop();
            $this->assertNotNull($job);
            // Its worker is killed: it lets go of the lane, and the job is its for a minute and a half.
            unset($job);
            $this->assertNull($this->queue->pop());
            foreach (Redis::connection()->zrange($prefix, 0, -1) as $payload) {
                Redis::connection()->zadd($prefix, now()->timestamp - 1, $payload);
            }
        }
        Artisan::call('queue:work', ['connection' => 'redis', '--once' => true, '--tries' => 1, '--sleep' => 0]);
        $this->assertSame('failed', $task->refresh()->state);
        $this->assertStringContainsString('ended early', (string) $task->message);
    }
}
