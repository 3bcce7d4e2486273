<?php

declare(strict_types=1);

namespace App\Task;

use App\Evaluation\Catalogues;
use App\Models\Task;
use App\Models\User;
use App\Storage\ColumnStore;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Logion\Figure\Numerals;
use Logion\Figure\Words;
use Logion\Formula\Budget;
use Logion\Formula\Node;
use Logion\Intake\Refusal;
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
        $cost = $formula === null ? 0 : Catalogue::builtIn()->cost($formula);
        $ready || self::refuseBeyondBudget($request->user(), $cost, self::subject($day, $formula));
        $task = Task::of(
            $formula === null ? 'refresh' : 'history',
            self::subject($day, $formula),
            $request->user(),
        );
        if ($ready) {
            $task->update(['state' => 'done']);
        } elseif ($task->isIdle(1)) {
            DB::transaction(static function () use ($task, $cost, $day, $formula, $request): void {
                $task->begin($cost);
                $lane = Lane::of($formula === null ? null : $request->user());
                BeginParts::dispatch(ColumnWork::order($task->id, $day, $formula === null ? null : (string) $formula, $lane));
            });
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

    /**
     * One person's formulas are worked off one after another; so many of them may wait.
     *
     * @throws Refusal if they would take more than one person may have at work
     */
    private static function refuseBeyondBudget(User $user, int $cost, string $subject): void
    {
        $atWork = (int) Task::query()
            ->whereIn('state', Task::UNDER_WAY)
            ->where('subject', '<>', $subject)
            ->whereHas('owners', static fn (Builder $owners) => $owners->whereKey($user->id))
            ->sum('cost');
        if ($cost > 0 && $atWork > 0 && $atWork + $cost > Budget::MOST_OF_ONE) {
            throw Refusal::because(
                Words::say(
                    'your_formulas_at_work_take_steps',
                    at_work: Numerals::decimal($atWork),
                    cost: Numerals::decimal($cost),
                    most: Numerals::decimal(Budget::MOST_OF_ONE),
                ),
            );
        }
    }

    private static function subject(int $day, ?Node $formula): string
    {
        return Day::iso($day).($formula === null ? '' : ' '.sha1((string) $formula));
    }

    /** Stored columns belong to everybody: a user's own metrics are replaced by what they stand for. */
    private static function expanded(Catalogue $catalogue, string $formula): Node
    {
        return $catalogue->expand($catalogue->parse($formula));
    }
}
