<?php

declare(strict_types=1);

namespace App\Feature\Quality;

use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What FindingController takes and answers.
#[
    OA\Get(
        path: '/findings',
        operationId: 'findings',
        parameters: [
            new OA\QueryParameter(name: 'ticker', schema: new OA\Schema(type: 'string')),
            new OA\QueryParameter(name: 'check', schema: new OA\Schema(type: 'string')),
            new OA\QueryParameter(name: 'accepted', schema: new OA\Schema(type: 'boolean')),
            new OA\QueryParameter(name: 'offset', schema: new OA\Schema(type: 'integer')),
            new OA\QueryParameter(name: 'limit', schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Findings, the heaviest first',
                content: new OA\JsonContent(
                    required: ['findings', 'total', 'accepted', 'checks'],
                    properties: [
                        new OA\Property(property: 'findings', type: 'array', items: new OA\Items(ref: '#/components/schemas/Finding')),
                        new OA\Property(property: 'total', type: 'integer'),
                        new OA\Property(property: 'accepted', type: 'integer'),
                        new OA\Property(
                            property: 'checks',
                            type: 'object',
                            additionalProperties: new OA\AdditionalProperties(type: 'integer'),
                        ),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/findings/mend',
        operationId: 'mendFinding',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['key', 'remedy'],
                properties: [
                    new OA\Property(property: 'key', type: 'string'),
                    new OA\Property(property: 'remedy', type: 'integer', description: 'Which of its remedies, from 0'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'Corrected',
                content: new OA\JsonContent(required: ['batch'], properties: [new OA\Property(property: 'batch', type: 'string')]),
            ),
        ],
    ),
]
final class FindingRoutes
{
}
