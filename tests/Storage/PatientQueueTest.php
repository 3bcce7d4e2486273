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
