<?php

declare(strict_types=1);

namespace App\Feature\Expectation;

use App\Evaluation\CompanyScopes;
use App\Http\DatedRequest;
use App\Storage\BrokerNotes;
use App\Storage\OwnEstimates;
use Illuminate\Http\JsonResponse;

final class ExpectationController
{
    public function __invoke(
        DatedRequest $request,
        CompanyScopes $scopes,
        BrokerNotes $notes,
        OwnEstimates $own,
        string $ticker,
    ): JsonResponse {
        $scope = $scopes->open($ticker, $request->context());

        return new JsonResponse((new ExpectationReport($scope, $notes, $own->of($request->user(), $scope)))->report());
    }
}
