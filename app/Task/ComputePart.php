<?php

declare(strict_types=1);

namespace App\Task;

use App\Models\Task;
use Illuminate\Bus\Batchable;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/** A part of long work. Where its worker dies another takes it up; only if that happens again and again is the work given up. */
final class ComputePart implements ShouldQueue
{
    use Batchable;
    use Dispatchable;
    use FailsWithAWord;
    use InteractsWithQueue;
    use Queueable;

    public int $timeout = 3600;

    public int $tries = 3;

    public function __construct(private readonly WorkOrder $order, private readonly int $place)
    {
    }

    public function handle(PartedTasks $tasks): void
    {
        $tasks->compute($this->order, $this->place, $this->batch());
    }

    private function task(): ?Task
    {
        return Task::query()->find($this->order->task);
    }
}
