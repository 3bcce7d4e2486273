<?php

declare(strict_types=1);

namespace App\Feature\Simulation;

use App\Feed\Advance;
use App\Models\Task;
use App\Task\FailsWithAWord;
use App\Task\ReportsProgress;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;
use Logion\Figure\Words;

/** Lets the simulated exchange go on in the background; who cancels keeps the days that are stored. */
final class GoOn implements ShouldQueue
{
    use Dispatchable;
    use FailsWithAWord;
    use InteractsWithQueue;
    use Queueable;
    use ReportsProgress;

    public int $timeout = 7200;

    /** @param  array{days: int, to: int|null, next_event: bool}  $wish */
    public function __construct(private readonly int $taskId, private readonly array $wish)
    {
    }

    public function handle(Advance $advance): void
    {
        $task = Task::query()->find($this->taskId);
        if ($task === null) {
            return;
        }
        $this->reporting(
            $task,
            fn (\Closure $progress) => $advance->wished($this->wish, $progress, Advance::COMPUTED_EVERY),
            Words::say('cancelled_the_days_before_are'),
            1,
        );
    }

    private function task(): ?Task
    {
        return Task::query()->find($this->taskId);
    }
}
