<?php

declare(strict_types=1);

namespace App\Task;

use App\Models\Task;
use Closure;
use Logion\Figure\Words;

/** Long work that tells how far it is, can be cancelled, and says what went wrong. */
trait ReportsProgress
{
    /**
     * @param  Closure(Closure(int, int): void): mixed  $work  is given a function to call with done and total
     * @param  string|null  $cancelled  what is said when somebody cancels; that nothing was stored without it
     * @param  int  $each  how many are done between one look and the next
     */
    private function reporting(Task $task, Closure $work, ?string $cancelled = null, int $each = 10): void
    {
        // In one step: who cancels in between is heeded too.
        $goesOn = Task::query()
            ->whereKey($task->id)
            ->where('state', '!=', 'cancelled')
            ->update(['state' => 'running']);
        if ($goesOn === 0) {
            return;
        }
        $task->refresh();
        try {
            $work(static function (int $done, int $total) use ($task, $each): void {
                if ($done % $each === 0 || $done === $total) {
                    if (Task::query()->whereKey($task->id)->value('state') === 'cancelled') {
                        throw new WorkCancelled();
                    }
                    $task->update(['done' => $done, 'total' => $total]);
                }
            });
            $task->update(['state' => 'done']);
        } catch (WorkCancelled) {
            $task->update(['message' => $cancelled ?? Words::say('cancelled_nothing_was_stored')]);
        } catch (\Throwable $error) {
            report($error);
            $task->update(['state' => 'failed', 'message' => $error->getMessage()]);
        }
    }
}
