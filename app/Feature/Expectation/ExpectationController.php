<?php

declare(strict_types=1);

namespace App\Feature\Expectation;

use App\Evaluation\CompanyScopes;
use App\Http\DatedRequest;
use App\Storage\BrokerNotes;
use Illuminate\Http\JsonResponse;

final class ExpectationController
{
    public function __invoke(DatedRequest $request, CompanyScopes $scopes, BrokerNotes $notes, string $ticker): JsonResponse
    {
        return new JsonResponse((new ExpectationReport($scopes->open($ticker, $request->context()), $notes))->report());
    }
}
