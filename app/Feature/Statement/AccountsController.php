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

    public function bridges(PeriodRequest $request, string $ticker): JsonResponse
    {
        return new JsonResponse((new StatementReport($this->scopes->open($ticker, $request->context())))->bridges($request->period()));
    }

    public function breakdowns(DatedRequest $request, string $ticker): JsonResponse
    {
        return new JsonResponse((new StatementReport($this->scopes->accounts($ticker, $request->context())))->breakdowns());
    }

    public function property(PeriodRequest $request, string $ticker): JsonResponse
    {
        return new JsonResponse((new PropertyReport($this->scopes->open($ticker, $request->context())))->report($request->period()));
    }

    public function dividends(DatedRequest $request, string $ticker): JsonResponse
    {
        $scope = $this->scopes->open($ticker, $request->context());
        $to = $this->scopes->identity($scope)->listing()->to;

        return new JsonResponse((new DividendReport($scope, $to !== null && $to <= $scope->asOf ? $to : null))->report());
    }

    public function people(DatedRequest $request, string $ticker): JsonResponse
    {
        return new JsonResponse((new PeopleReport($this->scopes->open($ticker, $request->context())))->report());
    }
}
