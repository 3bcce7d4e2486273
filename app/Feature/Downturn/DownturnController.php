<?php

declare(strict_types=1);

namespace App\Feature\Downturn;

use App\Evaluation\CompanyScopes;
use App\Http\DatedRequest;
use App\Models\OwnDownturn;
use App\Storage\CompanyReader;
use App\Storage\CompanyYears;
use App\Storage\Identity\Identities;
use App\Storage\UniverseMembers;
use Illuminate\Http\JsonResponse;

final class DownturnController
{
    public function show(
        DatedRequest $request,
        CompanyScopes $scopes,
        CompanyReader $reader,
        Identities $identities,
        UniverseMembers $members,
        CompanyYears $years,
        string $ticker,
    ): JsonResponse {
        $report = new DownturnReport($scopes->open($ticker, $request->context()), $reader, $identities, $members, $years);

        return new JsonResponse($report->report($request->user()));
    }

    public function store(OwnDownturnRequest $request): JsonResponse
    {
        $made = OwnDownturn::query()->create([...$request->period(), 'user_id' => $request->user()->id]);

        return new JsonResponse(['id' => $made->id], 201);
    }

    public function destroy(OwnDownturn $downturn): JsonResponse
    {
        $downturn->delete();

        return new JsonResponse(null, 204);
    }
}
