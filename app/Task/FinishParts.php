<?php

declare(strict_types=1);

namespace App\Task;

use App\Models\Task;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/** Puts together what the parts of long work found. */
final class FinishParts implements ShouldQueue
{
    use Dispatchable;
    use FailsWithAWord;
    use InteractsWithQueue;
    use Queueable;

    public int $timeout = 3600;

    public int $tries = 3;

    public function __construct(private readonly WorkOrder $order)
    {
        $this->onQueue($order->lane);
    }

    public function handle(PartedTasks $tasks): void
    {
        $tasks->finish($this->order, $this->attempts() > 1);
    }

    private function task(): ?Task
    {
        return Task::query()->find($this->order->task);
    }
}
