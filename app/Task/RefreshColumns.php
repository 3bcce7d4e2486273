<?php

declare(strict_types=1);

namespace App\Task;

use App\Models\Task;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/** Has computed in the background, in parts: the metric columns of a day, or one expression over the companies' history. */
final class RefreshColumns implements ShouldQueue
{
    use Dispatchable;
    use FailsWithAWord;
    use InteractsWithQueue;
    use Queueable;

    public int $timeout = 3600;

    public function __construct(private readonly int $taskId, private readonly int $asOf, private readonly ?string $formula = null)
    {
    }

    public function handle(PartedTasks $tasks): void
    {
        $task = $this->task();
        if ($task !== null) {
            $tasks->begin($task, $this->queue ?? Lane::of(null), ColumnWork::class, [
                'asOf' => $this->asOf,
                'formula' => $this->formula,
            ]);
        }
    }

    private function task(): ?Task
    {
        return Task::query()->find($this->taskId);
    }
}
