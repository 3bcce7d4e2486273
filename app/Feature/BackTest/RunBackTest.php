<?php

declare(strict_types=1);

namespace App\Feature\BackTest;

use App\Models\BackTest;
use App\Models\Task;
use App\Task\FailsWithAWord;
use App\Task\Lane;
use App\Task\PartedTasks;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/** Has a back-test run in the background, in parts. */
final class RunBackTest implements ShouldQueue
{
    use Dispatchable;
    use FailsWithAWord;
    use InteractsWithQueue;
    use Queueable;

    public int $timeout = 3600;

    public function __construct(private readonly int $backTestId)
    {
    }

    public function handle(PartedTasks $tasks): void
    {
        $task = $this->task();
        if ($task !== null) {
            $tasks->begin($task, $this->queue ?? Lane::of(null), BackTestWork::class, ['backTest' => $this->backTestId]);
        }
    }

    private function task(): ?Task
    {
        return BackTest::query()->with('task')->find($this->backTestId)?->task;
    }
}
