<?php

declare(strict_types=1);

namespace App\Task;

use App\Models\Task;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/** Plans the parts of long work and hands them to the workers. Where a worker dies at it, another plans anew. */
final class BeginParts implements ShouldQueue
{
    use Dispatchable;
    use FailsWithAWord;
    use InteractsWithQueue;
    use Queueable;

    public int $timeout = 7200;

    public int $tries = 3;

    public function __construct(private readonly WorkOrder $order)
    {
        $this->onQueue($order->lane);
    }

    public function handle(PartedTasks $tasks): void
    {
        $tasks->begin($this->order);
    }

    private function task(): ?Task
    {
        return Task::query()->find($this->order->task);
    }
}
