<?php

declare(strict_types=1);

namespace App\Feature\Cases;

use App\Evaluation\CompanyScopes;
use App\Following\PriceOfInterestCalls;
use App\Http\DatedRequest;
use App\Models\PriceOfInterest;
use App\Storage\OwnEstimates;
use Illuminate\Http\JsonResponse;

final class CasesController
{
    public function value(CasesRequest $request, CompanyScopes $scopes, OwnEstimates $own, string $ticker): JsonResponse
    {
        $scope = $scopes->open($ticker, $request->context());
        $report = new CasesReport($scope, $own->of($request->user(), $scope)['earnings_per_share_diluted'] ?? []);

        return new JsonResponse($report->report($request->year(), $request->rate(), $request->cases()));
    }

    public function index(DatedRequest $request, PricesOfInterest $prices): JsonResponse
    {
        return new JsonResponse($prices->of($request->user(), $request->context()->day));
    }

    public function show(DatedRequest $request, CompanyScopes $scopes, PricesOfInterest $prices, string $ticker): JsonResponse
    {
        $kept = $prices->ofCompany($request->user(), $scopes->companyId($ticker), $request->context()->day);

        return new JsonResponse(['kept' => $kept]);
    }

    /** One company has one price of interest; a new one takes its place. */
    public function keep(PriceOfInterestRequest $request, CompanyScopes $scopes, PricesOfInterest $prices, string $ticker): JsonResponse
    {
        $scope = $scopes->open($ticker, $request->context());
        $kept = PriceOfInterest::query()->updateOrCreate(
            ['user_id' => $request->user()->id, 'company_id' => $scope->company->id],
            [
                'price' => (float) $request->validated('price'),
                'currency' => $scope->company->tradingCurrency,
                'kept_on' => $scope->asOf,
                'note' => $request->validated('note') ?? '',
                'cases' => $request->validated('cases') ?? [],
            ],
        );
        PriceOfInterestCalls::keep($kept, $request->today());

        return new JsonResponse(['kept' => $prices->ofCompany($request->user(), $scope->company->id, $scope->asOf)]);
    }

    public function destroy(DatedRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $company = $scopes->companyId($ticker);
        PriceOfInterest::query()->of($request->user())->where('company_id', $company)->delete();
        PriceOfInterestCalls::forget($request->user()->id, $company);

        return new JsonResponse(null, 204);
    }
}
