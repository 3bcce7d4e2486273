<?php

declare(strict_types=1);

namespace App\Console;

use Illuminate\Contracts\Events\Dispatcher;
use Illuminate\Queue\Events\JobExceptionOccurred;
use Illuminate\Queue\Events\JobProcessed;
use Illuminate\Queue\Events\JobProcessing;

/** Tells, after each job of a worker, for how long it was at jobs and how much of that its processor computed, in a file of its own. */
final class WorkTally
{
    private float $jobs = 0.0;

    private float $computed = 0.0;

    private float $began = 0.0;

    private float $computedBefore = 0.0;

    public function __construct(private readonly string $file)
    {
        $this->tell();
    }

    public function follow(Dispatcher $events): void
    {
        $events->listen(JobProcessing::class, function (): void {
            [$this->began, $this->computedBefore] = [microtime(true), self::computed()];
        });
        $events->listen([JobProcessed::class, JobExceptionOccurred::class], function (): void {
            $this->jobs += microtime(true) - $this->began;
            $this->computed += self::computed() - $this->computedBefore;
            $this->tell();
        });
    }

    /** @return array{jobs: float, computed: float} seconds */
    public static function read(string $file): array
    {
        return json_decode((string) file_get_contents($file), true, flags: JSON_THROW_ON_ERROR);
    }

    private function tell(): void
    {
        // Who reads sees all of it or what was before.
        file_put_contents("{$this->file}.new", json_encode(['jobs' => $this->jobs, 'computed' => $this->computed], JSON_THROW_ON_ERROR));
        rename("{$this->file}.new", $this->file);
    }

    /** Seconds of processor that this process has taken. */
    private static function computed(): float
    {
        $used = getrusage() ?: [];

        return array_sum(array_map(
            static fn (string $of): float => ($used["ru_{$of}.tv_sec"] ?? 0) + ($used["ru_{$of}.tv_usec"] ?? 0) / 1e6,
            ['utime', 'stime'],
        ));
    }
}
