<?php

declare(strict_types=1);

namespace App\Feature\Statement;

use App\Evaluation\CompanyScopes;
use App\Http\RequestContexts;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** How a company's figures hang together: bridges, segments, dividends, shares, and who owns it. */
final class AccountsController
{
    #[OA\Get(path: '/companies/{ticker}/bridges', operationId: 'bridges', parameters: [new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'period', schema: new OA\Schema(type: 'integer')), new OA\QueryParameter(name: 'as_of', schema: new OA\Schema(type: 'string'))], responses: [new OA\Response(response: 200, description: 'From revenue to net income, from net income to free cash flow, sources and uses of cash, working capital, book value, returns', content: new OA\JsonContent(ref: '#/components/schemas/Bridges'))])]
    public function bridges(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validate(['period' => ['nullable', 'integer'], 'as_of' => ['nullable', 'string']]);

        return new JsonResponse((new StatementReport($scopes->open($ticker, $contexts->of($request, $data['as_of'] ?? null))))->bridges(isset($data['period']) ? (int) $data['period'] : null));
    }

    #[OA\Get(path: '/companies/{ticker}/breakdowns', operationId: 'breakdowns', parameters: [new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'as_of', schema: new OA\Schema(type: 'string'))], responses: [new OA\Response(response: 200, description: 'Segments, regions and operating drivers, reconciled to the totals', content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Breakdown')))])]
    public function breakdowns(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        return new JsonResponse((new StatementReport($scopes->accounts($ticker, $contexts->of($request, $request->query('as_of')))))->breakdowns());
    }

    #[OA\Get(path: '/companies/{ticker}/dividends', operationId: 'dividends', parameters: [new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'as_of', schema: new OA\Schema(type: 'string'))], responses: [new OA\Response(response: 200, description: 'Dividends and share count through time, and how safe the dividend is', content: new OA\JsonContent(ref: '#/components/schemas/Dividends'))])]
    public function dividends(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        return new JsonResponse((new DividendReport($scopes->open($ticker, $contexts->of($request, $request->query('as_of')))))->report());
    }

    #[OA\Get(path: '/companies/{ticker}/people', operationId: 'people', parameters: [new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'as_of', schema: new OA\Schema(type: 'string'))], responses: [new OA\Response(response: 200, description: 'Holders, insiders, short positions', content: new OA\JsonContent(ref: '#/components/schemas/People'))])]
    public function people(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        return new JsonResponse((new PeopleReport($scopes->open($ticker, $contexts->of($request, $request->query('as_of')))))->report());
    }
}
