<?php

declare(strict_types=1);

namespace App\Feature\Company;

use App\Evaluation\CompanyScopes;
use App\Http\RequestContexts;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

final class IdentityController
{
    public function __invoke(
        Request $request,
        RequestContexts $contexts,
        CompanyScopes $scopes,
        IdentityReport $report,
        string $ticker,
    ): JsonResponse {
        $scope = $scopes->open($ticker, $contexts->of($request, $request->query('as_of')));

        return new JsonResponse($report->of($scope, $scopes->identity($scope)));
    }
}
