<?php

declare(strict_types=1);

namespace App\Feature\EarningPower;

use App\Evaluation\CompanyScopes;
use Illuminate\Http\JsonResponse;

final class EarningPowerController
{
    public function __invoke(EarningPowerRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        [$scope, $adjusted] = $scopes->reportedAndAdjusted($ticker, $request->context());

        return new JsonResponse(
            (new EarningPowerReport($scope, $adjusted))->report(
                $request->basis(),
                $request->years(),
                $request->multipleRule(),
                $request->growth(),
                $request->exit(),
                $request->multiples(),
            ),
        );
    }
}
