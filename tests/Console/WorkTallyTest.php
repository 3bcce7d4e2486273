<?php

declare(strict_types=1);

namespace Tests\Console;

use App\Console\WorkTally;
use Closure;
use Illuminate\Events\Dispatcher;
use Illuminate\Queue\Events\JobExceptionOccurred;
use Illuminate\Queue\Events\JobProcessed;
use Illuminate\Queue\Events\JobProcessing;
use Illuminate\Queue\Jobs\SyncJob;
use PHPUnit\Framework\TestCase;
use RuntimeException;
use Tests\TemporaryFiles;

final class WorkTallyTest extends TestCase
{
    use TemporaryFiles;

    private float $seconds = 0.0;

    public function test_waiting_in_a_job_is_not_computing_and_pauses_between_jobs_are_neither(): void
    {
        self::withFile('', function (string $file): void {
            $events = new Dispatcher();
            (new WorkTally($file))->follow($events);
            $this->assertEquals(['jobs' => 0.0, 'computed' => 0.0], WorkTally::read($file));
            $this->job($events, static fn () => usleep(30_000));
            ['jobs' => $waited, 'computed' => $before] = WorkTally::read($file);
            $this->assertGreaterThanOrEqual(0.03, $waited);
            $this->assertLessThan(0.03, $before);
            usleep(30_000);
            $this->job($events, self::compute(...), fails: true);
            ['jobs' => $jobs, 'computed' => $computed] = WorkTally::read($file);
            $this->assertGreaterThanOrEqual($before + 0.02, $computed);
            $this->assertGreaterThan($waited, $jobs);
            $this->assertLessThanOrEqual($this->seconds, $jobs);
            // What is computed between two jobs is not of them.
            self::compute();
            $this->assertSame($computed, WorkTally::read($file)['computed']);
            $this->job($events, static fn () => null);
            $this->assertLessThan($computed + 0.02, WorkTally::read($file)['computed']);
            $this->assertLessThanOrEqual($this->seconds, WorkTally::read($file)['jobs']);
        });
    }

    private function job(Dispatcher $events, Closure $do, bool $fails = false): void
    {
        $job = (new \ReflectionClass(SyncJob::class))->newInstanceWithoutConstructor();
        $began = microtime(true);
        $events->dispatch(new JobProcessing('database', $job));
        $do();
        $events->dispatch($fails ? new JobExceptionOccurred('database', $job, new RuntimeException()) : new JobProcessed('database', $job));
        $this->seconds += microtime(true) - $began;
    }

    /** For a fiftieth of a second of the processor, however long that takes. */
    private static function compute(): void
    {
        $used = static fn (): float => getrusage()['ru_utime.tv_sec'] + getrusage()['ru_utime.tv_usec'] / 1e6;
        $until = $used() + 0.02;
        while ($used() < $until);
    }
}
