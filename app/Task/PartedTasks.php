<?php

declare(strict_types=1);

namespace App\Task;

use App\Models\Task;
use App\Models\TaskPart;
use Closure;
use Generator;
use Illuminate\Bus\Batch;
use Illuminate\Contracts\Container\Container;
use Illuminate\Support\Facades\Bus;
use Illuminate\Support\Facades\DB;
use Throwable;

/**
 * Long work in parts: any number of workers take them, on one machine or several. A worker that dies costs the part it was at, which
 * another takes after it; work that was cancelled or failed goes on with the parts that were found when it is asked for again.
 */
final readonly class PartedTasks
{
    public function __construct(private Container $container)
    {
    }

    /** Plans the parts and hands those to the workers that were not found before. */
    public function begin(WorkOrder $order): void
    {
        $task = Task::query()->find($order->task);
        if ($task === null || $task->state === 'cancelled') {
            $task === null || $this->sayWhereCancelled($order, $task);

            return;
        }
        $this->watched($order, $task, function () use ($order, $task): void {
            $parts = $this->work($order)->parts();
            $missing = DB::transaction(fn (): array => $this->plan($task, $parts));
            $jobs = array_map(static fn (int $place): ComputePart => new ComputePart($order, $place), $missing);
            if ($jobs !== []) {
                Bus::batch($jobs)
                    ->name("task {$task->id}")
                    ->onQueue(Lane::ofParts($order->lane))
                    ->allowFailures()
                    ->dispatch();
            }
            self::finishWhereComplete($order);
        });
    }

    public function compute(WorkOrder $order, int $place, ?Batch $batch): void
    {
        $task = Task::query()->find($order->task);
        $part = TaskPart::query()->where('task_id', $order->task)->where('place', $place)->first();
        if ($task === null || $part === null || $task->state !== 'running') {
            $batch?->cancel();
            $task === null || $this->sayWhereCancelled($order, $task);

            return;
        }
        $this->watched($order, $task, function () use ($order, $task, $part): void {
            if ($part->found === null) {
                $work = $this->work($order);
                $found = $work->compute($part->asked, static function () use ($task): void {
                    $task->refresh()->state === 'running' || throw new WorkCancelled();
                });
                $told = $work instanceof TellsProgress ? $work->progress() : null;
                DB::transaction(static function () use ($task, $part, $found, $told): void {
                    if (TaskPart::query()->whereKey($part->id)->whereNull('found')->lockForUpdate()->exists()) {
                        $part->update(['found' => $found]);
                        // In a statement that writes whatever was read before: so one sees that the work goes on.
                        $told === null
                            ? $task->increment('done', $part->size)
                            : Task::query()
                                ->whereKey($task->id)
                                ->update(['done' => $told[0], 'total' => $told[1]]);
                    }
                });
            }
            self::finishWhereComplete($order);
        });
    }

    /** @param  bool  $isTakenUp  whether a worker died at it: it may have planned parts that it handed to nobody */
    public function finish(WorkOrder $order, bool $isTakenUp): void
    {
        $task = Task::query()->find($order->task);
        if ($task === null) {
            return;
        }
        // Asked for anew meanwhile, or in a next stage, it has other parts, which are not there yet.
        if ($task->state !== 'running' || self::isIncomplete($order->task)) {
            $task->state === 'running' && $isTakenUp ? $this->begin($order) : $this->sayWhereCancelled($order, $task);

            return;
        }
        $this->watched($order, $task, function () use ($order, $task): void {
            if (! $this->work($order)->finish(self::found($order->task))) {
                $this->begin($order);

                return;
            }
            DB::transaction(static function () use ($task): void {
                $task->refresh()->update(['state' => 'done', 'done' => max($task->done, $task->total)]);
                TaskPart::query()->where('task_id', $task->id)->delete();
            });
        });
    }

    /**
     * @param  list<array{asked: array<string, mixed>, size: int}>  $parts
     * @return list<int> places that are not found yet
     *
     * @throws WorkCancelled
     */
    private function plan(Task $task, array $parts): array
    {
        // Who cancelled while the parts were looked for is heeded: the row is theirs or ours.
        $goesOn = Task::query()
            ->whereKey($task->id)
            ->where('state', '!=', 'cancelled')
            ->update(['state' => 'running']);
        if ($goesOn === 0) {
            throw new WorkCancelled();
        }
        $known = TaskPart::query()
            ->where('task_id', $task->id)
            ->whereNotNull('found')
            ->get(['id', 'asked'])
            ->keyBy(static fn (TaskPart $of): string => (string) json_encode($of->asked));
        $kept = $missing = $rows = [];
        $done = 0;
        foreach ($parts as $place => ['asked' => $asked, 'size' => $size]) {
            $found = $known->get((string) json_encode($asked));
            if ($found !== null) {
                $kept[$place] = $found->id;
                $done += $size;
            } else {
                $missing[] = $place;
                $rows[] = ['task_id' => $task->id, 'place' => $place, 'asked' => json_encode($asked), 'size' => $size];
            }
        }
        TaskPart::query()->where('task_id', $task->id)->whereNotIn('id', $kept)->delete();
        // Places change where companies came or went: first out of the way, then to where they are.
        foreach ($kept as $place => $id) {
            TaskPart::query()
                ->whereKey($id)
                ->update(['place' => count($parts) + $id]);
        }
        foreach ($kept as $place => $id) {
            TaskPart::query()
                ->whereKey($id)
                ->update(['place' => $place]);
        }
        foreach (array_chunk($rows, 500) as $some) {
            TaskPart::query()->insert($some);
        }
        $total = array_sum(array_column($parts, 'size'));
        $total > 0 && $task->refresh()->update(['done' => $done, 'total' => $total]);

        return $missing;
    }

    /**
     * Whoever finds that nothing is missing hands on the rest. That may be two, or one twice whose worker died after it: in the lane one
     * comes after the other, and the second finds the work done.
     */
    private static function finishWhereComplete(WorkOrder $order): void
    {
        self::isIncomplete($order->task) || FinishParts::dispatch($order);
    }

    private static function isIncomplete(int $task): bool
    {
        return TaskPart::query()->where('task_id', $task)->whereNull('found')->exists();
    }

    /** @return Generator<string> */
    private static function found(int $task): Generator
    {
        $ids = TaskPart::query()->where('task_id', $task)->orderBy('place')->pluck('id');
        foreach ($ids as $id) {
            yield (string) TaskPart::query()->findOrFail($id)->found;
        }
    }

    /** Who cancelled is told once what became of it. */
    private function sayWhereCancelled(WorkOrder $order, Task $task): void
    {
        if ($task->state === 'cancelled' && $task->message === null) {
            $said = $this->work($order)->cancelled();
            // It may have been asked for anew meanwhile.
            $said === null ||
                Task::query()
                    ->whereKey($task->id)
                    ->where('state', 'cancelled')
                    ->update(['message' => $said]);
        }
    }

    /** Says of work that cannot be done why. */
    private function watched(WorkOrder $order, Task $task, Closure $do): void
    {
        try {
            $do();
        } catch (WorkCancelled) {
            $this->sayWhereCancelled($order, $task->refresh());
        } catch (Throwable $error) {
            report($error);
            $task->update(['state' => 'failed', 'message' => $error->getMessage()]);
        }
    }

    private function work(WorkOrder $order): PartedWork
    {
        return $this->container->make($order->work, ['task' => $order->task, ...$order->arguments]);
    }
}
