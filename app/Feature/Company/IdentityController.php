<?php

declare(strict_types=1);

namespace App\Feature\Company;

use App\Evaluation\CompanyScopes;
use App\Http\RequestContexts;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

final class IdentityController
{
    #[OA\Get(path: '/companies/{ticker}/identity', operationId: 'identity', parameters: [
        new OA\PathParameter(name: 'ticker', required: true, description: 'TICKER, EXCHANGE:TICKER or EXCHANGE:TICKER@YYYY-MM-DD',
            schema: new OA\Schema(type: 'string')),
        new OA\QueryParameter(name: 'as_of', schema: new OA\Schema(type: 'string')),
    ], responses: [new OA\Response(
        response: 200, description: 'Names, sectors, currencies, indices, classes of shares and their listings through time',
        content: new OA\JsonContent(ref: '#/components/schemas/Identity'),
    )])]
    public function __invoke(Request $request, RequestContexts $contexts, CompanyScopes $scopes, IdentityReport $report,
        string $ticker): JsonResponse
    {
        $scope = $scopes->open($ticker, $contexts->of($request, $request->query('as_of')));

        return new JsonResponse($report->of($scope, $scopes->identity($scope)));
    }
}
