<?php

declare(strict_types=1);

namespace App\Feature\Simulation;

use App\Models\Task;
use App\Task\FailsWithAWord;
use App\Task\Lane;
use App\Task\PartedTasks;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/** Lets the simulated exchange go on in the background, in stages of which each is computed in parts. */
final class GoOn implements ShouldQueue
{
    use Dispatchable;
    use FailsWithAWord;
    use InteractsWithQueue;
    use Queueable;

    public int $timeout = 7200;

    /** Another goes on with the days that are left where a worker died. */
    public int $tries = 3;

    /** @param  array{days: int, to: int|null, next_event: bool}  $wish */
    public function __construct(private readonly int $taskId, private readonly int $from, private readonly array $wish)
    {
    }

    public function handle(PartedTasks $tasks): void
    {
        $task = $this->task();
        if ($task !== null) {
            $tasks->begin($task, $this->queue ?? Lane::ofLong(null), AdvanceWork::class, [
                'task' => $this->taskId,
                'from' => $this->from,
                'wish' => $this->wish,
            ]);
        }
    }

    private function task(): ?Task
    {
        return Task::query()->find($this->taskId);
    }
}
