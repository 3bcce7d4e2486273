<?php

declare(strict_types=1);

namespace App\Feature\Company;

use App\Http\OpenApi\AsOfParameter;
use OpenApi\Attributes as OA;

// What IdentityController takes and answers.
#[
    OA\Get(
        path: '/companies/{ticker}/identity',
        operationId: 'identity',
        parameters: [
            new OA\PathParameter(
                name: 'ticker',
                required: true,
                description: 'TICKER, EXCHANGE:TICKER or EXCHANGE:TICKER@YYYY-MM-DD',
                schema: new OA\Schema(type: 'string'),
            ),
            new AsOfParameter(),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Names, sectors, currencies, indices, classes of shares and their listings through time',
                content: new OA\JsonContent(ref: '#/components/schemas/Identity'),
            ),
        ],
    ),
]
final class IdentityRoutes
{
}
