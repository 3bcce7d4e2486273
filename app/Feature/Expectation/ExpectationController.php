<?php

declare(strict_types=1);

namespace App\Feature\Expectation;

use App\Evaluation\CompanyScopes;
use App\Http\DatedRequest;
use Illuminate\Http\JsonResponse;

final class ExpectationController
{
    public function __invoke(DatedRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        return new JsonResponse((new ExpectationReport($scopes->open($ticker, $request->context())))->report());
    }
}
