<?php

declare(strict_types=1);

namespace App\Feature\Results;

use App\Evaluation\CompanyScopes;
use App\Http\DatedRequest;
use Illuminate\Http\JsonResponse;

final class ResultController
{
    public function __invoke(DatedRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $adjusted = $scopes->open($ticker, $request->context()->adjusted(true));
        $marked = $adjusted->company->oneOffs !== [];
        $scope = $marked ? $scopes->open($ticker, $request->context()->adjusted(false)) : $adjusted;

        return new JsonResponse((new ResultReport($scope, $marked ? $adjusted : null))->report());
    }
}
