<?php

declare(strict_types=1);

namespace App\Feature\Decision;

use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\NumberParameter;
use OpenApi\Attributes as OA;

// What DecisionController takes and answers.
#[
    OA\Get(
        path: '/decisions',
        operationId: 'decisions',
        parameters: [new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Own decisions with the distance of the price from the buy-below price',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Decision')),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/decisions',
        operationId: 'decide',
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['ticker', 'verdict', 'thesis', 'disproof', 'value_per_share', 'margin_of_safety'],
                properties: [
                    new OA\Property(property: 'ticker', type: 'string'),
                    new OA\Property(property: 'verdict', type: 'string', enum: ['buy', 'watch', 'pass']),
                    new OA\Property(property: 'thesis', type: 'string'),
                    new OA\Property(property: 'disproof', type: 'string'),
                    new OA\Property(property: 'value_per_share', type: 'number'),
                    new OA\Property(property: 'margin_of_safety', type: 'number'),
                    new OA\Property(property: 'valuation_id', type: 'integer', nullable: true),
                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(response: 201, description: 'Written down', content: new OA\JsonContent(ref: '#/components/schemas/Decision')),
        ],
    ),
]
#[
    OA\Get(
        path: '/margin-of-safety',
        operationId: 'buyBelow',
        parameters: [
            new OA\QueryParameter(name: 'value', required: true, schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'margin', required: true, schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'price', schema: new OA\Schema(type: 'number')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'The price to stay below, and how far a price lies above it',
                content: new OA\JsonContent(
                    required: ['buy_below', 'distance'],
                    properties: [
                        new OA\Property(property: 'buy_below', type: 'number', nullable: true),
                        new OA\Property(property: 'distance', type: 'number', nullable: true),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Put(
        path: '/decisions/{id}',
        operationId: 'reviseDecision',
        parameters: [new NumberParameter()],
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/Decision')),
        responses: [
            new OA\Response(response: 200, description: 'Revised', content: new OA\JsonContent(ref: '#/components/schemas/Decision')),
        ],
    ),
]
#[
    OA\Delete(
        path: '/decisions/{id}',
        operationId: 'deleteDecision',
        parameters: [new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'Deleted; can be restored')],
    ),
]
#[
    OA\Post(
        path: '/decisions/{id}/restore',
        operationId: 'restoreDecision',
        parameters: [new NumberParameter()],
        responses: [
            new OA\Response(response: 200, description: 'Restored', content: new OA\JsonContent(ref: '#/components/schemas/Decision')),
        ],
    ),
]
final class DecisionRoutes
{
}
