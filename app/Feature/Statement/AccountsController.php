<?php

declare(strict_types=1);

namespace App\Feature\Statement;

use App\Evaluation\CompanyScopes;
use App\Http\DatedRequest;
use Illuminate\Http\JsonResponse;

/** How a company's figures hang together: bridges, segments, dividends, shares, and who owns it. */
final class AccountsController
{
    public function __construct(private readonly CompanyScopes $scopes)
    {
    }

    public function bridges(BridgesRequest $request, string $ticker): JsonResponse
    {
        $period = $request->validated('period');

        return new JsonResponse(
            (new StatementReport($this->scopes->open($ticker, $request->context())))->bridges($period === null ? null : (int) $period),
        );
    }

    public function breakdowns(DatedRequest $request, string $ticker): JsonResponse
    {
        return new JsonResponse((new StatementReport($this->scopes->accounts($ticker, $request->context())))->breakdowns());
    }

    public function dividends(DatedRequest $request, string $ticker): JsonResponse
    {
        return new JsonResponse((new DividendReport($this->scopes->open($ticker, $request->context())))->report());
    }

    public function people(DatedRequest $request, string $ticker): JsonResponse
    {
        return new JsonResponse((new PeopleReport($this->scopes->open($ticker, $request->context())))->report());
    }
}
