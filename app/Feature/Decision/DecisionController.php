<?php

declare(strict_types=1);

namespace App\Feature\Decision;

use App\Evaluation\CompanyScopes;
use App\Http\ProblemResponse;
use App\Http\RequestContexts;
use App\Models\Decision;
use App\Models\Valuation;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\Valuation\MarginOfSafety;

/** Verdicts with their reasons. A deleted one can be brought back. */
final class DecisionController
{
    public function __construct(private readonly DecisionReport $report)
    {
    }

    public function index(Request $request, RequestContexts $contexts): JsonResponse
    {
        $day = $contexts->of($request, $request->query('as_of'))->day;

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

    public function store(Request $request, RequestContexts $contexts, CompanyScopes $scopes): JsonResponse
    {
        $data = $this->validated($request);
        $scope = $scopes->open($data['ticker'], $contexts->of($request, $data['as_of'] ?? null));
        $last = $scope->prices->last();
        if ($last < 0) {
            return ProblemResponse::unprocessable('The company has no price on that day, so there is nothing to compare a value with.');
        }
        $decision = Decision::query()->create([
            ...$this->fields($request, $data),
            'user_id' => $request->user()->id,
            'company_id' => $scope->company->id,
            'price_then' => $scope->prices->closes[$last],
            'currency' => $scope->company->tradingCurrency,
            'decided_on' => $scope->asOf,
        ]);

        return new JsonResponse($this->report->of(collect([$decision->load('company')]), $scope->asOf)[0], 201);
    }

    public function buyBelow(Request $request): JsonResponse
    {
        $data = $request->validate([
            'value' => ['required', 'numeric'],
            'margin' => ['required', 'numeric'],
            'price' => ['nullable', 'numeric'],
        ]);
        $below = MarginOfSafety::buyBelow((float) $data['value'], (float) $data['margin']);

        return new JsonResponse([
            'buy_below' => $below,
            'distance' => MarginOfSafety::distance(isset($data['price']) ? (float) $data['price'] : null, $below),
        ]);
    }

    public function update(Request $request, RequestContexts $contexts, Decision $decision): JsonResponse
    {
        $day = $contexts->of($request)->day;
        $fields = $this->fields($request, $this->validated($request));
        // What is kept is in the share terms of the day of the decision, what is sent in today's.
        $decision->update([...$fields, 'value_per_share' => $fields['value_per_share'] * $this->report->splitRatio($decision, $day)]);

        return new JsonResponse($this->report->of(collect([$decision]), $day)[0]);
    }

    public function destroy(Decision $decision): JsonResponse
    {
        $decision->delete();

        return new JsonResponse(null, 204);
    }

    public function restore(Request $request, RequestContexts $contexts, Decision $decision): JsonResponse
    {
        $decision->restore();

        return new JsonResponse($this->report->of(collect([$decision]), $contexts->of($request)->day)[0]);
    }

    /** @return array<string, mixed> */
    private function validated(Request $request): array
    {
        return $request->validate(
            [
                'ticker' => ['required', 'string'],
                'verdict' => ['required', 'in:buy,watch,pass'],
                'thesis' => ['required', 'string', 'max:10000'],
                'disproof' => ['required', 'string', 'max:10000'],
                'value_per_share' => ['required', 'numeric', 'gt:0', 'lt:1e9'],
                'margin_of_safety' => ['required', 'numeric', 'min:0', 'max:0.95'],
                'valuation_id' => ['nullable', 'integer'],
                'as_of' => ['nullable', 'string'],
            ],
            [
                'thesis.required' => 'Write the thesis in a sentence or two: a verdict without reasons cannot be checked later.',
                'disproof.required' => 'Write what would prove the thesis wrong.',
                'value_per_share.gt' => 'The value per share must be more than zero.',
                'margin_of_safety.max' => 'The margin of safety must lie between 0 and 95 %.',
            ],
        );
    }

    /**
     * @param  array<string, mixed>  $data
     * @return array<string, mixed>
     */
    private function fields(Request $request, array $data): array
    {
        $valuation = isset($data['valuation_id']) ? Valuation::query()->of($request->user())->findOrFail($data['valuation_id'])->id : null;

        return [
            'verdict' => $data['verdict'],
            'thesis' => $data['thesis'],
            'disproof' => $data['disproof'],
            'value_per_share' => (float) $data['value_per_share'],
            'margin_of_safety' => (float) $data['margin_of_safety'],
            'valuation_id' => $valuation,
        ];
    }
}
