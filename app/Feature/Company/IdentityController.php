<?php

declare(strict_types=1);

namespace App\Feature\Company;

use App\Evaluation\CompanyScopes;
use App\Http\DatedRequest;
use Illuminate\Http\JsonResponse;

final class IdentityController
{
    public function __invoke(DatedRequest $request, CompanyScopes $scopes, IdentityReport $report, string $ticker): JsonResponse
    {
        $scope = $scopes->open($ticker, $request->context());

        return new JsonResponse($report->of($scope, $scopes->identity($scope)));
    }
}
