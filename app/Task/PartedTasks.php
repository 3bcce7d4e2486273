<?php

declare(strict_types=1);

namespace App\Task;

use App\Models\Task;
use App\Models\TaskPart;
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

    /**
     * Plans the parts and hands those to the workers that were not found before.
     *
     * @param  class-string<PartedWork>  $work
     * @param  array<string, mixed>  $arguments  of its constructor, besides what the program gives it
     */
    public function begin(Task $task, string $lane, string $work, array $arguments): void
    {
        if ($task->refresh()->state === 'cancelled') {
            return;
        }
        $this->watched($task, $work, $arguments, function () use ($task, $lane, $work, $arguments): void {
            $parts = $this->work($work, $arguments)->parts();
            $missing = DB::transaction(fn (): array => $this->plan($task, $parts));
            $jobs = array_map(
                static fn (int $place): ComputePart => new ComputePart($task->id, $place, $lane, $work, $arguments),
                $missing,
            );
            if ($jobs !== []) {
                Bus::batch($jobs)
                    ->name("task {$task->id}")
                    ->onQueue(Lane::ofParts($lane))
                    ->allowFailures()
                    ->dispatch();
            }
            $this->finishWhereComplete($task, $lane, $work, $arguments);
        });
    }

    /**
     * @param  class-string<PartedWork>  $work
     * @param  array<string, mixed>  $arguments
     */
    public function compute(int $id, int $place, string $lane, string $work, array $arguments, ?Batch $batch): void
    {
        $task = Task::query()->find($id);
        $part = TaskPart::query()->where('task_id', $id)->where('place', $place)->first();
        if ($task === null || $part === null || $task->state !== 'running') {
            $batch?->cancel();
            $task === null || $this->sayWhereCancelled($task, $work, $arguments);

            return;
        }
        $this->watched($task, $work, $arguments, function () use ($task, $part, $lane, $work, $arguments): void {
            if ($part->found === null) {
                $found = $this->work($work, $arguments)->compute($part->asked, static function () use ($task): void {
                    $task->refresh()->state === 'running' || throw new WorkCancelled();
                });
                DB::transaction(static function () use ($task, $part, $found): void {
                    if (TaskPart::query()->whereKey($part->id)->whereNull('found')->lockForUpdate()->exists()) {
                        $part->update(['found' => $found]);
                        $task->increment('done', $part->size);
                    }
                });
            }
            $this->finishWhereComplete($task, $lane, $work, $arguments);
        });
    }

    /**
     * @param  class-string<PartedWork>  $work
     * @param  array<string, mixed>  $arguments
     */
    public function finish(int $id, string $lane, string $work, array $arguments): void
    {
        $task = Task::query()->find($id);
        if ($task === null) {
            return;
        }
        // Asked for anew meanwhile it may have other parts, which are not there yet.
        if ($task->state !== 'running' || self::isIncomplete($task)) {
            $this->sayWhereCancelled($task, $work, $arguments);

            return;
        }
        $this->watched($task, $work, $arguments, function () use ($task, $lane, $work, $arguments): void {
            if (! $this->work($work, $arguments)->finish(self::found($task))) {
                $this->begin($task, $lane, $work, $arguments);

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
     *
     * @param  class-string<PartedWork>  $work
     * @param  array<string, mixed>  $arguments
     */
    private function finishWhereComplete(Task $task, string $lane, string $work, array $arguments): void
    {
        if (! self::isIncomplete($task)) {
            FinishParts::dispatch($task->id, $work, $arguments)->onQueue($lane);
        }
    }

    private static function isIncomplete(Task $task): bool
    {
        return TaskPart::query()->where('task_id', $task->id)->whereNull('found')->exists();
    }

    /** @return Generator<string> */
    private static function found(Task $task): Generator
    {
        $ids = TaskPart::query()->where('task_id', $task->id)->orderBy('place')->pluck('id');
        foreach ($ids as $id) {
            yield (string) TaskPart::query()->findOrFail($id)->found;
        }
    }

    /**
     * Who cancelled is told once what became of it.
     *
     * @param  class-string<PartedWork>  $work
     * @param  array<string, mixed>  $arguments
     */
    private function sayWhereCancelled(Task $task, string $work, array $arguments): void
    {
        if ($task->state === 'cancelled' && $task->message === null) {
            $task->update(['message' => $this->work($work, $arguments)->cancelled()]);
        }
    }

    /**
     * Says of work that cannot be done why.
     *
     * @param  class-string<PartedWork>  $work
     * @param  array<string, mixed>  $arguments
     */
    private function watched(Task $task, string $work, array $arguments, \Closure $do): void
    {
        try {
            $do();
        } catch (WorkCancelled) {
            $this->sayWhereCancelled($task->refresh(), $work, $arguments);
        } catch (Throwable $error) {
            report($error);
            $task->update(['state' => 'failed', 'message' => $error->getMessage()]);
        }
    }

    /**
     * @param  class-string<PartedWork>  $work
     * @param  array<string, mixed>  $arguments
     */
    private function work(string $work, array $arguments): PartedWork
    {
        return $this->container->make($work, $arguments);
    }
}
