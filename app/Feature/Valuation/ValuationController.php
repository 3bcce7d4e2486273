<?php

declare(strict_types=1);

namespace App\Feature\Valuation;

use App\Evaluation\CompanyScopes;
use App\Models\Decision;
use App\Models\Valuation;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Saved valuations: the analyst's changes, the day, and the value they gave then. */
final class ValuationController
{
    public function index(Request $request, CompanyScopes $scopes): JsonResponse
    {
        $query = Valuation::query()->of($request->user())->with('company')->orderByDesc('updated_at')->orderByDesc('id');
        if (is_string($request->query('ticker'))) {
            $query->where('company_id', $scopes->companyId($request->query('ticker')));
        }
        $decided = Decision::query()->of($request->user())->distinct()->pluck('company_id')->flip();

        return new JsonResponse(
            $query
                ->get()
                ->map(
                    static fn (Valuation $valuation): array => [
                        ...(new ValuationResource($valuation))->toArray($request),
                        'decided' => $decided->has($valuation->company_id),
                    ],
                ),
        );
    }

    public function store(ValuationRequest $request, CompanyScopes $scopes): JsonResponse
    {
        $scope = $scopes->open($request->validated('ticker'), $request->context());
        $result = (new CashFlowSheet($scope, $request->changes()))->present();
        $valuation = Valuation::query()->create([
            'user_id' => $request->user()->id,
            'company_id' => $scope->company->id,
            'name' => $request->validated('name'),
            'method' => 'dcf',
            'as_of' => $scope->asOf,
            'assumptions' => [
                'changes' => $request->changes(),
                'inputs' => $result['assumptions'],
                'note' => $request->validated('note') ?? '',
            ],
            'per_share' => $result['per_share'],
            'currency' => $result['currency'],
        ]);

        return new JsonResponse(new ValuationResource($valuation->load('company')), 201);
    }

    public function destroy(Valuation $valuation): JsonResponse
    {
        $valuation->delete();

        return new JsonResponse(null, 204);
    }
}
