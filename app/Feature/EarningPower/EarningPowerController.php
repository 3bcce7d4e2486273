<?php

declare(strict_types=1);

namespace App\Feature\EarningPower;

use App\Evaluation\CompanyScopes;
use Illuminate\Http\JsonResponse;

final class EarningPowerController
{
    public function __invoke(EarningPowerRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $context = $request->context();
        $adjusted = $scopes->open($ticker, $context->adjusted(true));
        $marked = $adjusted->company->oneOffs !== [];
        $scope = $marked ? $scopes->open($ticker, $context->adjusted(false)) : $adjusted;

        return new JsonResponse(
            (new EarningPowerReport($scope, $marked ? $adjusted : null))->report(
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
