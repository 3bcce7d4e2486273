<?php

declare(strict_types=1);

namespace App\Feature\Decision;

use App\Evaluation\CompanyScopes;
use App\Http\DatedRequest;
use App\Http\ProblemResponse;
use App\Models\Decision;
use Illuminate\Http\JsonResponse;
use Logion\Figure\Words;
use Logion\Valuation\MarginOfSafety;

/** Verdicts with their reasons. A deleted one can be brought back. */
final class DecisionController
{
    /** So many of the latest are held against what came. */
    private const MOST = 200;

    public function __construct(private readonly DecisionReport $report)
    {
    }

    public function index(DatedRequest $request): JsonResponse
    {
        $day = $request->context()->day;

        return new JsonResponse(
            $this->report->of(
                Decision::query()
                    ->of($request->user())
                    ->where('decided_on', '<=', $day)
                    ->with('company')
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
                    ->with('valuation')
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
        $last = $scope->prices->last();
        if ($last < 0) {
            return ProblemResponse::unprocessable(Words::say('the_company_has_no_price_on'));
        }
        $decision = Decision::query()->create([
            ...$request->decision(),
            'user_id' => $request->user()->id,
            'company_id' => $scope->company->id,
            'price_then' => $scope->prices->closes[$last],
            'currency' => $scope->company->tradingCurrency,
            'decided_on' => $scope->asOf,
        ]);

        return new JsonResponse($this->report->of(collect([$decision->load('company')]), $scope->asOf)[0], 201);
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

    public function update(DecisionRequest $request, Decision $decision): JsonResponse
    {
        $day = $request->today();
        $fields = $request->decision();
        // What is kept is in the share terms of the day of the decision, what is sent in today's.
        $decision->update([...$fields, 'value_per_share' => $fields['value_per_share'] * $this->report->splitRatio($decision, $day)]);

        return new JsonResponse($this->report->of(collect([$decision]), $day)[0]);
    }

    public function destroy(Decision $decision): JsonResponse
    {
        $decision->delete();

        return new JsonResponse(null, 204);
    }

    public function restore(DatedRequest $request, Decision $decision): JsonResponse
    {
        $decision->restore();

        return new JsonResponse($this->report->of(collect([$decision]), $request->today())[0]);
    }
}
