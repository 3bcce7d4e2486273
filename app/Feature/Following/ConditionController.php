<?php

declare(strict_types=1);

namespace App\Feature\Following;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContexts;
use App\Following\ConditionRunner;
use App\Following\FollowedCompanies;
use App\Models\User;
use App\Models\WatchedCondition;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Logion\Following\Call;
use Logion\Following\Calls;
use Logion\Following\CheckKind;
use Logion\Time\Day;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Conditions that call. A deleted one can be brought back. */
final class ConditionController
{
    /** Months back for which it is said when a condition would have called. */
    private const TRIED_MONTHS = 36;

    public function __construct(
        private readonly Conditions $conditions,
        private readonly ConditionRunner $runner,
        private readonly EvaluationContexts $contexts,
    ) {
    }

    public function index(Request $request): JsonResponse
    {
        return new JsonResponse($this->conditions->told($request->user(), self::loaded($request->user())->orderByDesc('id')->get()));
    }

    /** When it would have called in the last three years, and how it stands. */
    public function attempt(ConditionRequest $request, CompanyScopes $scopes, FollowedCompanies $companies): JsonResponse
    {
        $context = $request->context();
        $line = $request->validated('drawn_line');
        $check = $this->conditions->check($request->validated('kind'), $request->settings(), $line === null ? null : (int) $line, $context);
        $calls = new Calls($check, $companies->withScope($scopes->open((string) $request->validated('ticker'), $context)));
        $since = Day::monthsEarlier($context->day, self::TRIED_MONTHS);
        $standing = $calls->standing($context->day);

        return new JsonResponse([
            'words' => $check->words($context->catalogue),
            'since' => Day::iso($since),
            'by_month' => $check->kind->isCriterion(),
            'met' => $standing->met,
            'actual' => $standing->actual,
            'required' => $standing->required,
            'is_event' => $check->kind->isEvent() || $check->kind === CheckKind::Date,
            'calls' => array_map(
                static fn (Call $of): array => ['day' => Day::iso($of->day), 'actual' => $of->actual, 'required' => $of->required],
                $calls->between($since, $context->day),
            ),
        ]);
    }

    public function store(ConditionRequest $request): JsonResponse
    {
        $context = $request->context();
        $row = $this->conditions->row($request->user(), $request->validated(), $request->settings(), $context);
        $condition = DB::transaction(function () use ($request, $row): WatchedCondition {
            $condition = WatchedCondition::query()->create([...$row, 'user_id' => $request->user()->id]);
            $this->runner->start($condition->load(['user', 'line', 'list.items']), $this->contexts->of($request->user()));

            return $condition;
        });

        return new JsonResponse($this->one($request->user(), $condition->id), 201);
    }

    /** What it looks at stays; how it calls, its note and whether it does are changed. */
    public function update(ConditionChangeRequest $request, WatchedCondition $condition): JsonResponse
    {
        self::mustCall($condition)->update($request->validated());

        return new JsonResponse($this->one($request->user(), $condition->id));
    }

    public function destroy(WatchedCondition $condition): JsonResponse
    {
        self::mustCall($condition)->delete();

        return new JsonResponse(null, 204);
    }

    public function restore(Request $request, WatchedCondition $condition): JsonResponse
    {
        self::mustCall($condition)->restore();

        return new JsonResponse($this->one($request->user(), $condition->id));
    }

    /** Those of prices and reasons stand where they were written, and are changed there. */
    private static function mustCall(WatchedCondition $condition): WatchedCondition
    {
        $condition->role === WatchedCondition::CALL || throw new NotFoundHttpException();

        return $condition;
    }

    /** @return array<string, mixed> */
    private function one(User $user, int $id): array
    {
        return $this->conditions->told($user, self::loaded($user)->whereKey($id)->get())[0];
    }

    /** @return Builder<WatchedCondition> */
    private static function loaded(User $user): Builder
    {
        return WatchedCondition::query()
            ->of($user)
            ->where('role', WatchedCondition::CALL)
            ->with(['company', 'list', 'line', 'states'])
            ->withCount('calls')
            ->withMax('calls', 'day');
    }
}
