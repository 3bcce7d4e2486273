<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Evaluation\CompanyScopes;
use App\Models\Listing;
use App\Models\Security;
use App\Storage\CompanyRefresh;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Where a company's shares are listed and what they are known by. */
final class ListingController
{
    public function __construct(private readonly ShareListings $listings, private readonly CompanyRefresh $refresh)
    {
    }

    public function store(ListingRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $company = $scopes->companyId($ticker);
        $this->listings->put($request->user(), $company, $request->listing());
        $this->refresh->companies([$company => 0]);

        return new JsonResponse(['ticker' => strtoupper($request->listing()['ticker'])], 201);
    }

    public function destroy(Request $request, CompanyScopes $scopes, string $ticker, int $listing): JsonResponse
    {
        $company = $scopes->companyId($ticker);
        $of = Listing::query()
            ->whereIn('security_id', Security::query()->where('company_id', $company)->select('id'))
            ->findOrFail($listing);
        $this->listings->remove($request->user(), $of);
        $this->refresh->companies([$company => 0]);

        return new JsonResponse(null, 204);
    }

    public function identify(IdentifierRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $security = $request->security($scopes->companyId($ticker));
        $this->listings->identify($request->user(), $security, $request->validated('scheme'), $request->validated('value'));

        return new JsonResponse(null, 204);
    }
}
