<?php

declare(strict_types=1);

namespace App\Feature\BackTest;

use App\Evaluation\Catalogues;
use App\Feature\Screening\ScreenRequest;
use App\Http\RequestContexts;
use App\Models\BackTest;
use App\Models\Task;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Logion\Comparison\Ranking;
use Logion\Time\Day;
use OpenApi\Attributes as OA;

final class BackTestController
{
    #[OA\Get(path: '/back-tests', operationId: 'backTests', responses: [new OA\Response(response: 200, description: 'Own back-tests, newest first, without results', content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/BackTest')))])]
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(BackTest::query()->of($request->user())->with('task')->orderByDesc('id')->limit(50)->get(['id', 'task_id', 'name', 'settings', 'created_at'])->map(self::present(...)));
    }

    #[OA\Get(path: '/back-tests/{id}', operationId: 'backTest', parameters: [new OA\PathParameter(name: 'id', required: true, schema: new OA\Schema(type: 'integer'))], responses: [new OA\Response(response: 200, description: 'One back-test with its result, once there is one', content: new OA\JsonContent(ref: '#/components/schemas/BackTest'))])]
    public function show(Request $request, int $id): JsonResponse
    {
        return new JsonResponse(self::present(BackTest::query()->of($request->user())->with('task')->findOrFail($id)));
    }

    #[OA\Post(path: '/back-tests', operationId: 'startBackTest', requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/BackTestSettings')), responses: [new OA\Response(response: 201, description: 'Started', content: new OA\JsonContent(ref: '#/components/schemas/BackTest'))])]
    public function store(Request $request, Catalogues $catalogues, BasketRunner $baskets): JsonResponse
    {
        $settings = $request->validate([
            'screen' => ['present', 'array'], 'ranking' => ['nullable', 'array'], 'top' => ['nullable', 'integer', 'min:1', 'max:500'], 'frequency' => ['required', 'in:monthly,quarterly,yearly'],
            'from' => ['required', 'string'], 'to' => ['nullable', 'string'], 'lag' => ['integer', 'min:0', 'max:60'], 'cost' => ['numeric', 'min:0', 'max:1000'], 'index' => ['required', 'string'],
        ]);
        $settings['adjusted'] = $request->header(RequestContexts::HEADER) === 'adjusted';
        // Whatever cannot work is said now, not by a job later.
        $screen = ScreenRequest::screen($settings['screen']);
        $ranking = isset($settings['ranking']) ? Ranking::fromArray((array) $settings['ranking']) : null;
        foreach ([...$screen->formulas(), ...$ranking?->formulas() ?? []] as $formula) {
            $catalogues->of($request->user())->parse($formula);
        }
        Day::parse($settings['from']);
        isset($settings['to']) && Day::parse($settings['to']);
        $baskets->index($settings['index']);
        $test = DB::transaction(static function () use ($request, $settings, $screen): BackTest {
            $task = Task::query()->create(['kind' => 'back-test', 'subject' => (string) Str::uuid(), 'state' => 'waiting']);
            $task->owners()->attach($request->user());

            return BackTest::query()->create(['user_id' => $request->user()->id, 'task_id' => $task->id, 'name' => $screen->name, 'settings' => $settings]);
        });
        RunBackTest::dispatch($test->id);

        return new JsonResponse(self::present($test->load('task')), 201);
    }

    #[OA\Delete(path: '/back-tests/{id}', operationId: 'deleteBackTest', parameters: [new OA\PathParameter(name: 'id', required: true, schema: new OA\Schema(type: 'integer'))], responses: [new OA\Response(response: 204, description: 'Deleted, and cancelled if it was running')])]
    public function destroy(Request $request, int $id): JsonResponse
    {
        $test = BackTest::query()->of($request->user())->findOrFail($id);
        Task::query()->whereKey($test->task_id)->whereIn('state', ['waiting', 'running'])->update(['state' => 'cancelled']);
        $test->delete();

        return new JsonResponse(null, 204);
    }

    /** @return array<string, mixed> */
    private static function present(BackTest $test): array
    {
        return [
            'id' => $test->id, 'name' => $test->name, 'settings' => $test->settings, 'started' => $test->created_at?->toDateString(),
            'task' => $test->task?->only(['id', 'state', 'done', 'total', 'message']), 'result' => array_key_exists('result', $test->getAttributes()) ? $test->result : null,
        ];
    }
}
