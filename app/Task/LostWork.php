<?php

declare(strict_types=1);

namespace App\Task;

use App\Models\Task;
use Illuminate\Contracts\Queue\Queue;
use Logion\Figure\Words;

/**
 * Work that nobody will ever take up: the process that handed it on ended between two steps, or the queue lost what it held. Whoever
 * waits for it is told.
 */
final readonly class LostWork
{
    /** What was touched since may be on its way into the queue. */
    private const SILENT_MINUTES = 2;

    public function __construct(private Queue $queue)
    {
    }

    /** Nothing can be told while there is still work in the queue, which may be what a task waits for. */
    public function tell(): void
    {
        $silent = Task::query()
            ->whereIn('state', Task::UNDER_WAY)
            ->where('updated_at', '<', now()->subMinutes(self::SILENT_MINUTES));
        // First who waits, then what there is: what is handed on between the two looks is not among the silent.
        $lost = $silent->pluck('id')->all();
        if ($lost === [] || ! ($this->queue instanceof Lanes) || ! $this->queue->areEmpty()) {
            return;
        }
        foreach ($silent->clone()->whereKey($lost)->get() as $task) {
            $task->update(['state' => 'failed', 'message' => Words::say('process_at_work_ended_early')]);
            TaskProgress::forget($task->id);
        }
    }
}
