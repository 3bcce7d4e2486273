<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use App\Models\Import;
use App\Models\Task;
use App\Storage\SpooledBars;
use App\Storage\StorageTrouble;
use App\Task\FailsWithAWord;
use App\Task\Pace;
use App\Task\TaskProgress;
use App\Task\WorkCancelled;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;
use Logion\Figure\LogionException;
use Logion\Figure\Words;

/** Previews or stores a large file in the background. */
final class RunImport implements ShouldQueue
{
    use Dispatchable;
    use FailsWithAWord {
        failed as tellWhoWaits;
    }
    use InteractsWithQueue;
    use Queueable;

    public int $timeout = 7200;

    public function __construct(private readonly int $importId, private readonly int $taskId, private readonly bool $stores)
    {
    }

    public function handle(Imports $imports): void
    {
        $import = Import::query()->find($this->importId);
        $task = Task::query()->find($this->taskId);
        if ($import === null || $task === null || $task->state === 'cancelled') {
            return;
        }
        $task->update(['state' => 'running']);
        $pace = SpooledBars::areOfUse() ? null : new Pace();
        $progress = static function (int $done, int $total) use ($task, $pace): void {
            TaskProgress::report($task->id, $done, $total);
            $pace?->keep();
        };
        try {
            $progress(0, 0);
            $this->stores ? $imports->store($import, $progress) : $imports->preview($import, null, $progress);
            $task->update(['state' => 'done']);
        } catch (WorkCancelled) {
            $task->update(['state' => 'cancelled', 'message' => Words::say('cancelled_nothing_was_stored')]);
        } catch (\Throwable $error) {
            if (! ($error instanceof LogionException)) {
                report($error);
            }
            $task->update(['state' => 'failed', 'message' => StorageTrouble::explain($error)]);
        }
        self::canBeAskedForAgain($import);
        TaskProgress::forget($task->id);
    }

    public function failed(): void
    {
        $import = Import::query()->find($this->importId);
        // Its worker ended between storing and saying so.
        if ($this->stores && $import?->state === 'stored') {
            $this->task()?->update(['state' => 'done']);
        }
        $this->tellWhoWaits();
        $import === null || self::canBeAskedForAgain($import);
    }

    private static function canBeAskedForAgain(Import $import): void
    {
        $import->refresh();
        if (in_array($import->state, ['storing', 'previewing'], true)) {
            $import->update(['state' => 'previewed']);
        }
    }

    private function task(): ?Task
    {
        return Task::query()->find($this->taskId);
    }
}
