<?php

declare(strict_types=1);

namespace App\Task;

use App\Models\Task;
use Logion\Figure\Words;

/** The queue found that the process that was at a job ended without a word, or could not even begin: whoever waits is told. */
trait FailsWithAWord
{
    abstract private function task(): ?Task;

    /** Called by the queue. */
    public function failed(): void
    {
        $task = $this->task();
        if ($task?->isUnderWay() === true) {
            $task->update(['state' => 'failed', 'message' => Words::say('process_at_work_ended_early')]);
            TaskProgress::forget($task->id);
        }
    }
}
