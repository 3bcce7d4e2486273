<?php

declare(strict_types=1);

namespace App\Feature\Value;

use App\Models\Task;
use App\Task\FailsWithAWord;
use App\Task\Lane;
use App\Task\PartedTasks;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/**
 * Has a value drawn many times in the background, in parts.
 *
 * @phpstan-import-type Asked from ValueSimulationWork
 */
final class RunValueSimulation implements ShouldQueue
{
    use Dispatchable;
    use FailsWithAWord;
    use InteractsWithQueue;
    use Queueable;

    public int $timeout = 1800;

    /** @param  Asked  $wish */
    public function __construct(private readonly int $taskId, private readonly int $userId, private readonly array $wish)
    {
    }

    public function handle(PartedTasks $tasks): void
    {
        $task = $this->task();
        if ($task !== null) {
            $tasks->begin($task, $this->queue ?? Lane::of(null), ValueSimulationWork::class, [
                'task' => $this->taskId,
                'wish' => $this->wish,
                'user' => $this->userId,
            ]);
        }
    }

    private function task(): ?Task
    {
        return Task::query()->find($this->taskId);
    }
}
