<?php

declare(strict_types=1);

namespace App\Feature\Statement;

use App\Evaluation\CompanyScopes;
use App\Http\RequestContexts;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** How a company's figures hang together: bridges, segments, dividends, shares, and who owns it. */
final class AccountsController
{
    public function bridges(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validate(['period' => ['nullable', 'integer'], 'as_of' => ['nullable', 'string']]);

        return new JsonResponse(
            (new StatementReport($scopes->open($ticker, $contexts->of($request, $data['as_of'] ?? null))))->bridges(
                isset($data['period']) ? (int) $data['period'] : null,
            ),
        );
    }

    public function breakdowns(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        return new JsonResponse(
            (new StatementReport($scopes->accounts($ticker, $contexts->of($request, $request->query('as_of')))))->breakdowns(),
        );
    }

    public function dividends(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        return new JsonResponse((new DividendReport($scopes->open($ticker, $contexts->of($request, $request->query('as_of')))))->report());
    }

    public function people(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        return new JsonResponse((new PeopleReport($scopes->open($ticker, $contexts->of($request, $request->query('as_of')))))->report());
    }
}
