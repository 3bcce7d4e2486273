<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Evaluation\CompanyScopes;
use App\Models\Company;
use App\Storage\Identity\Identities;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** What is known of a company besides its figures. */
final class ProfileController
{
    public function store(CompanyProfileRequest $request, CompanyProfiles $profiles, Identities $identities): JsonResponse
    {
        $company = $profiles->create($request->user(), $request->made());

        return new JsonResponse(['ticker' => $identities->reference($company)], 201);
    }

    public function show(CompanyScopes $scopes, string $ticker): JsonResponse
    {
        return new JsonResponse(self::profile($scopes->companyId($ticker)));
    }

    public function update(CompanyProfileRequest $request, CompanyProfiles $profiles, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $company = $scopes->companyId($ticker);
        $profiles->change($request->user(), $company, $request->changes(), $request->since());

        return new JsonResponse(self::profile($company));
    }

    public function destroy(Request $request, CompanyProfiles $profiles, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $profiles->remove($request->user(), $scopes->companyId($ticker));

        return new JsonResponse(null, 204);
    }

    public function merge(
        MergeRequest $request,
        CompanyMerge $merge,
        CompanyScopes $scopes,
        Identities $identities,
        string $ticker,
    ): JsonResponse {
        $into = $scopes->companyId($request->validated('into'));
        $merge->merge($request->user(), $scopes->companyId($ticker), $into);

        return new JsonResponse(['ticker' => $identities->reference($into)]);
    }

    /** @return array<string, mixed> */
    private static function profile(int $company): array
    {
        return Company::query()
            ->findOrFail($company)
            ->only(['name', 'country', 'sector', 'template', 'reporting_currency', 'fiscal_year_end_month', 'description']);
    }
}
