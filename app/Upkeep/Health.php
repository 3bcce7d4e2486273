<?php

declare(strict_types=1);

namespace App\Upkeep;

use App\Models\FailedJob;
use App\Models\Job;
use App\Models\Task;
use App\Storage\ColumnStore;
use App\Storage\DatabaseFile;
use App\Storage\SchemaVersion;
use Logion\Time\Day;
use Throwable;

/** How the installation does, for who watches over it and for the program that asks every minute. */
final readonly class Health
{
    /** Work that nobody took up for so long waits for a worker that is not there. */
    private const WAITS_SECONDS = 120;

    public function __construct(private SchemaVersion $schema, private ColumnStore $columns, private WorkersSeen $workersSeen)
    {
    }

    /** @return array{ok: bool, checks: list<array{name: string, ok: bool, said: string}>} */
    public function report(): array
    {
        $checks = [];
        foreach (
            [
                'database' => $this->database(...),
                'schema' => $this->schema(...),
                'workers' => $this->workers(...),
                'queue' => $this->queue(...),
                'disk' => $this->disk(...),
                'data' => $this->data(...),
            ] as $name => $check
        ) {
            try {
                [$isOk, $said] = $check();
            } catch (Throwable $error) {
                [$isOk, $said] = [false, class_basename($error)];
            }
            $checks[] = ['name' => $name, 'ok' => $isOk, 'said' => $said];
        }

        return ['ok' => ! in_array(false, array_column($checks, 'ok'), true), 'checks' => $checks];
    }

    /** @return array{bool, string} */
    private function database(): array
    {
        $trouble = DatabaseFile::ofApplication()?->trouble(false);
        $latest = $this->schema->latest();

        // Where it lies is nothing for strangers: `logion:ready` tells it at the machine.
        return $trouble === null ? [$latest !== null, $latest === null ? 'empty' : 'answers'] : [false, 'cannot be worked with'];
    }

    /** @return array{bool, string} */
    private function schema(): array
    {
        $pending = count($this->schema->pending());

        return [$pending === 0, $pending === 0 ? (string) $this->schema->latest() : "{$pending} steps behind"];
    }

    /** @return array{bool, string} */
    private function workers(): array
    {
        $alive = $this->workersSeen->count();

        return [$alive > 0, (string) $alive];
    }

    /** @return array{bool, string} */
    private function queue(): array
    {
        $waiting = Job::query()->whereNull('reserved_at')->count();
        $isLate = Job::query()
            ->whereNull('reserved_at')
            ->where('available_at', '<', now()->timestamp - self::WAITS_SECONDS)
            ->exists();
        $running = Task::query()->where('state', 'running')->count();
        $failed = FailedJob::query()
            ->where('failed_at', '>', now()->subDay())
            ->count();

        return [! $isLate, "{$waiting} waiting, {$running} running, {$failed} failed in a day"];
    }

    /** @return array{bool, string} */
    private function disk(): array
    {
        $file = DatabaseFile::ofApplication();
        $free = (float) disk_free_space($file === null ? storage_path() : dirname($file->path));

        return [$free >= Readiness::LEAST_DISK_BYTES, round($free / 1e9, 1).' GB free'];
    }

    /** Old data are no fault of the installation: they are told. @return array{bool, string} */
    private function data(): array
    {
        $day = $this->columns->latestDay();

        return [true, $day === null ? 'none yet' : 'until '.Day::iso($day)];
    }
}
