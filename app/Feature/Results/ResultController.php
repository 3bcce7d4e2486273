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
        return new JsonResponse((new ResultReport($scopes->open($ticker, $request->context())))->report());
    }
}
