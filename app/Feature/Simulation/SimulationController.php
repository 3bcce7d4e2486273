<?php

declare(strict_types=1);

namespace App\Feature\Simulation;

use App\Feed\Advance;
use App\Feed\SimulatedExchange;
use App\Models\Task;
use App\Storage\AuditLog;
use App\Task\BeginParts;
use App\Task\TaskResource;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Logion\Figure\Words;
use Logion\Time\Day;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** The simulated exchange of a demo: where it stands, and that it goes on. */
final class SimulationController
{
    public function show(Request $request, SimulatedExchange $exchange, Advance $advance): JsonResponse
    {
        $day = $exchange->day();
        $task = Task::query()
            ->where('kind', AdvanceWork::KIND)
            ->whereIn('state', Task::UNDER_WAY)
            ->first();
        $waits = $task?->owners()->whereKey($request->user()->id)->exists() === true;

        return new JsonResponse([
            'day' => $day === null ? null : Day::iso($day),
            'task' => $waits ? $task->id : null,
            'going_on' => $task !== null,
            'ahead' => $day !== null && $advance->isAhead(),
        ]);
    }

    public function advance(AdvanceRequest $request, SimulatedExchange $exchange): JsonResponse
    {
        $from = $exchange->day();
        if ($from === null) {
            throw new NotFoundHttpException(Words::say('no_exchange_is_simulated_here'));
        }
        $task = Task::of(AdvanceWork::KIND, 'exchange', $request->user());
        if ($task->isIdle(2)) {
            DB::transaction(static function () use ($task, $from, $request): void {
                $task->begin();
                BeginParts::dispatch(AdvanceWork::order($task->id, $from, $request->wish()));
                AuditLog::record($request->user(), 'exchange_advanced', address: $request->ip());
            });
        }

        return new JsonResponse(new TaskResource($task->refresh()), 202);
    }
}
