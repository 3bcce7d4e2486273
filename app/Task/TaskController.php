<?php

declare(strict_types=1);

namespace App\Task;

use App\Evaluation\Catalogues;
use App\Models\Task;
use App\Storage\ColumnStore;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\Figure\Words;
use Logion\Formula\Node;
use Logion\Metric\Catalogue;
use Logion\Time\Day;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Long work with its progress. */
final class TaskController
{
    public function refresh(RefreshRequest $request, ColumnStore $columns, Catalogues $catalogues): JsonResponse
    {
        $day = $request->context()->day;
        $asked = $request->validated('formula');
        $formula = $asked === null ? null : self::expanded($catalogues->of($request->user()), $asked);
        $ready = $formula === null ? $columns->isComplete($day) : $columns->expression($day, $formula) !== null;
        $task = Task::of(
            $formula === null ? 'refresh' : 'history',
            Day::iso($day).($formula === null ? '' : ' '.sha1((string) $formula)),
            $request->user(),
        );
        if ($ready) {
            $task->update(['state' => 'done']);
        } elseif ($task->isIdle(1)) {
            $task->begin();
            RefreshColumns::dispatch($task->id, $day, $formula === null ? null : (string) $formula)->onQueue(
                PatientQueue::laneOf($formula === null ? null : $request->user()),
            );
        }

        return new JsonResponse(new TaskResource($task->refresh()), 202);
    }

    public function show(Task $task): JsonResponse
    {
        return new JsonResponse(new TaskResource($task));
    }

    public function destroy(Request $request, Task $task): JsonResponse
    {
        if (! $task->isUnderWay()) {
            throw new NotFoundHttpException(Words::say('the_work_has_ended_so_there'));
        }
        $task->owners()->detach($request->user());
        if (! $task->owners()->exists()) {
            $task->update(['state' => 'cancelled']);
            TaskProgress::cancel($task->id);
        }

        return new JsonResponse(null, 204);
    }

    /** Stored columns belong to everybody: a user's own metrics are replaced by what they stand for. */
    private static function expanded(Catalogue $catalogue, string $formula): Node
    {
        return $catalogue->expand($catalogue->parse($formula));
    }
}
