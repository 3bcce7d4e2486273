<?php

declare(strict_types=1);

namespace App\Feature\Decision;

use App\Evaluation\CompanyScopes;
use App\Http\DatedRequest;
use App\Models\Decision;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\JsonResponse;
use Logion\Portfolio\SplitPosition;
use Logion\Valuation\MarginOfSafety;

/** Verdicts with their reasons. A deleted one can be brought back. */
final class DecisionController
{
    /** So many of the latest are held against what came. */
    private const MOST = 200;

    private const WITH = ['company', 'user', 'conditions.states', 'conditions.line'];

    public function __construct(private readonly DecisionReport $report, private readonly Decisions $decisions)
    {
    }

    public function index(DatedRequest $request): JsonResponse
    {
        $day = $request->context()->day;

        return new JsonResponse(
            $this->report->of(
                Decision::query()
                    ->of($request->user())
                    ->standing($day)
                    ->with(self::WITH)
                    ->orderByDesc('decided_on')
                    ->orderByDesc('id')
                    ->get(),
                $day,
            ),
        );
    }

    /** What became of them. */
    public function outcomes(DatedRequest $request, OutcomeReport $outcomes): JsonResponse
    {
        $context = $request->context();

        return new JsonResponse(
            $outcomes->of(
                Decision::query()
                    ->of($request->user())
                    ->where('decided_on', '<=', $context->day)
                    // What was revised on the day it was written was not held to.
                    ->where(static fn (Builder $of) => $of->whereNull('replaced_on')->orWhereColumn('replaced_on', '>', 'decided_on'))
                    ->with([...self::WITH, 'valuation'])
                    ->orderByDesc('decided_on')
                    ->orderByDesc('id')
                    ->limit(self::MOST)
                    ->get(),
                $context,
            ),
        );
    }

    public function store(DecisionRequest $request, CompanyScopes $scopes): JsonResponse
    {
        $scope = $scopes->open($request->validated('ticker'), $request->context());

        return new JsonResponse($this->told($this->decisions->write($request, $scope, null), $scope->asOf), 201);
    }

    public function buyBelow(BuyBelowRequest $request): JsonResponse
    {
        $data = $request->validated();
        $below = MarginOfSafety::buyBelow((float) $data['value'], (float) $data['margin']);

        return new JsonResponse([
            'buy_below' => $below,
            'distance' => MarginOfSafety::distance(isset($data['price']) ? (float) $data['price'] : null, $below),
        ]);
    }

    /** How much may be bought; everything is null without a limit. */
    public function size(PositionSizeRequest $request): JsonResponse
    {
        $size = $request->size();

        return new JsonResponse([
            'limits' => $size?->limits,
            'binding' => $size?->binding,
            'money' => $size?->money,
            'quantity' => $size?->quantity,
            'cost' => $size?->cost,
            'weight_after' => $size?->weightAfter,
            'loss_at_invalidation' => $size?->lossAtInvalidation,
        ]);
    }

    /** Revises a decision: the version before stays as it was. */
    public function update(DecisionRequest $request, CompanyScopes $scopes, Decision $decision): JsonResponse
    {
        $scope = $scopes->ofCompany((int) $decision->company_id, $request->context());

        return new JsonResponse($this->told($this->decisions->write($request, $scope, $decision), $scope->asOf));
    }

    /** All versions, the latest first, each in the share terms of the day that is looked at. */
    public function history(DatedRequest $request, Decision $decision): JsonResponse
    {
        $day = $request->context()->day;
        $versions = Decisions::versions($decision)->where('decided_on', '<=', $day)->with(self::WITH)->orderByDesc('id')->get();

        return new JsonResponse($this->report->of($versions, $day));
    }

    public function destroy(Decision $decision): JsonResponse
    {
        $this->decisions->remove($decision);

        return new JsonResponse(null, 204);
    }

    public function restore(DatedRequest $request, Decision $decision): JsonResponse
    {
        $this->decisions->restore($decision);

        return new JsonResponse($this->told($decision->refresh(), $request->today()));
    }

    /** How two companies move together, for who would rather hold two halves than one whole. */
    public function split(SplitRequest $request, CompanyScopes $scopes): JsonResponse
    {
        $context = $request->context();
        $own = $scopes->open($request->validated('ticker'), $context)->prices;
        $other = $scopes->open($request->validated('with'), $context)->prices;
        $split = SplitPosition::of($own, $other, $context->day);

        return new JsonResponse([
            'volatility' => $split->first,
            'other_volatility' => $split->second,
            'halves_volatility' => $split->halves,
            'correlation' => $split->correlation,
            'days' => $split->days,
        ]);
    }

    /** @return array<string, mixed> */
    private function told(Decision $decision, int $day): array
    {
        return $this->report->of(collect([$decision->load(self::WITH)]), $day)[0];
    }
}
