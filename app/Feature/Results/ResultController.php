<?php

declare(strict_types=1);

namespace App\Feature\Results;

use App\Evaluation\CompanyScopes;
use App\Http\DatedRequest;
use App\Storage\UpcomingDates;
use Illuminate\Http\JsonResponse;

final class ResultController
{
    public function __invoke(DatedRequest $request, CompanyScopes $scopes, UpcomingDates $upcoming, string $ticker): JsonResponse
    {
        [$scope, $adjusted] = $scopes->reportedAndAdjusted($ticker, $request->context());

        return new JsonResponse((new ResultReport($scope, $upcoming, $adjusted))->report());
    }
}
