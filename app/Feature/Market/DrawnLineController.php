<?php

declare(strict_types=1);

namespace App\Feature\Market;

use App\Evaluation\CompanyScopes;
use App\Http\DatedRequest;
use App\Models\DrawnLine;
use App\Storage\Identity\Identities;
use Illuminate\Http\JsonResponse;

final class DrawnLineController
{
    /** Those that were drawn by the day that is looked at. */
    public function index(DatedRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $scope = $scopes->open($ticker, $request->context());
        $lines = DrawnLine::query()
            ->of($request->user())
            ->where('company_id', $scope->company->id)
            ->where('drawn_on', '<=', $scope->asOf)
            ->orderBy('id')
            ->get();

        return new JsonResponse(
            $lines->map(static fn (DrawnLine $line): DrawnLineResource => new DrawnLineResource($line, $scope->prices, $scope->asOf)),
        );
    }

    public function store(DrawnLineRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $scope = $scopes->open($ticker, $request->context());
        $line = DrawnLine::query()->create([
            ...$request->line(),
            'user_id' => $request->user()->id,
            'company_id' => $scope->company->id,
            'drawn_on' => $scope->asOf,
        ]);

        return new JsonResponse(new DrawnLineResource($line, $scope->prices, $scope->asOf), 201);
    }

    /** Whoever moves a line sees it in the shares of the day, and so it is kept. */
    public function update(DrawnLineRequest $request, CompanyScopes $scopes, Identities $identities, DrawnLine $line): JsonResponse
    {
        $scope = $scopes->open($identities->reference((int) $line->company_id), $request->context());
        $line->update([...$request->line(), 'drawn_on' => $scope->asOf]);

        return new JsonResponse(new DrawnLineResource($line, $scope->prices, $scope->asOf));
    }

    public function destroy(DrawnLine $line): JsonResponse
    {
        $line->delete();

        return new JsonResponse(null, 204);
    }
}
