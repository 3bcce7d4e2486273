<?php

declare(strict_types=1);

namespace App\Feature\BackTest;

use App\Evaluation\Catalogues;
use App\Feature\Screening\ScreenRequest;
use App\Http\RequestContexts;
use App\Models\BackTest;
use App\Models\Task;
use App\Task\BeginParts;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\AnonymousResourceCollection;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Logion\Comparison\Ranking;
use Logion\Time\Day;

final class BackTestController
{
    /** On a page of the list, the newest first. */
    private const PER_PAGE = 50;

    public function index(Request $request): AnonymousResourceCollection
    {
        return BackTestResource::collection(
            BackTest::query()
                ->of($request->user())
                ->with('task')
                ->latest('id')
                ->paginate(self::PER_PAGE, ['id', 'task_id', 'name', 'settings', 'created_at']),
        );
    }

    public function show(BackTest $test): JsonResponse
    {
        $test->load('task');
        // It may have been done between the one look and the other.
        if ($test->result === null && $test->task?->state === 'done') {
            $test->refresh();
        }

        return new JsonResponse(new BackTestResource($test));
    }

    public function store(BackTestRequest $request, Catalogues $catalogues, BasketRunner $baskets): JsonResponse
    {
        $settings = [...$request->validated(), 'adjusted' => $request->header(RequestContexts::HEADER) === 'adjusted'];
        // Whatever cannot work is said now, not by a job later.
        $screen = ScreenRequest::definition($settings['screen']);
        $ranking = isset($settings['ranking']) ? Ranking::fromArray((array) $settings['ranking']) : null;
        foreach ([...$screen->formulas(), ...$ranking?->formulas() ?? []] as $formula) {
            $catalogues->of($request->user())->parse($formula);
        }
        Day::parse($settings['from']);
        isset($settings['to']) && Day::parse($settings['to']);
        $baskets->index($settings['index']);
        $settings = [...$settings, 'screen' => $screen->toArray(), 'ranking' => $ranking?->toArray()];
        $test = DB::transaction(static function () use ($request, $settings, $screen): BackTest {
            $task = Task::query()->create(['kind' => 'back-test', 'subject' => (string) Str::uuid(), 'state' => 'waiting']);
            $task->owners()->attach($request->user());

            $test = BackTest::query()->create([
                'user_id' => $request->user()->id,
                'task_id' => $task->id,
                'name' => $screen->name,
                'settings' => $settings,
            ]);
            BeginParts::dispatch(BackTestWork::order($test, $request->user()));

            return $test;
        });

        return new JsonResponse(new BackTestResource($test->load('task')), 201);
    }

    public function destroy(BackTest $test): JsonResponse
    {
        Task::query()
            ->whereKey($test->task_id)
            ->whereIn('state', Task::UNDER_WAY)
            ->update(['state' => 'cancelled']);
        $test->delete();

        return new JsonResponse(null, 204);
    }
}
