<?php

declare(strict_types=1);

namespace App\Feature\OwnMetric;

use App\Http\OpenApi\NumberParameter;
use OpenApi\Attributes as OA;

// What OwnMetricController takes and answers.
#[
    OA\Get(
        path: '/own-metrics',
        operationId: 'ownMetrics',
        responses: [
            new OA\Response(
                response: 200,
                description: 'Own metrics with what they are made of and where they are used',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/OwnMetric')),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/own-metrics',
        operationId: 'saveOwnMetric',
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/OwnMetricDefinition')),
        responses: [
            new OA\Response(response: 201, description: 'Saved', content: new OA\JsonContent(ref: '#/components/schemas/OwnMetric')),
        ],
    ),
]
#[
    OA\Put(
        path: '/own-metrics/{id}',
        operationId: 'updateOwnMetric',
        parameters: [new NumberParameter()],
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/OwnMetricDefinition')),
        responses: [
            new OA\Response(response: 200, description: 'Saved', content: new OA\JsonContent(ref: '#/components/schemas/OwnMetric')),
        ],
    ),
]
#[
    OA\Delete(
        path: '/own-metrics/{id}',
        operationId: 'deleteOwnMetric',
        parameters: [new NumberParameter()],
        responses: [
            new OA\Response(response: 204, description: 'Deleted'),
            new OA\Response(
                response: 409,
                description: 'It is used; the answer says where',
                content: new OA\MediaType(
                    mediaType: 'application/problem+json',
                    schema: new OA\Schema(ref: '#/components/schemas/Problem'),
                ),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/own-metrics/preview',
        operationId: 'previewFormula',
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['formula'],
                properties: [
                    new OA\Property(property: 'formula', type: 'string'),
                    new OA\Property(
                        property: 'tickers',
                        type: 'array',
                        description: 'Up to three; where there are fewer, a company of other kinds of business joins each',
                        items: new OA\Items(type: 'string'),
                    ),
                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'A formula valued for a few companies',
                content: new OA\JsonContent(
                    required: ['unit', 'is_condition', 'companies'],
                    properties: [
                        new OA\Property(property: 'unit', type: 'string'),
                        new OA\Property(property: 'is_condition', type: 'boolean'),
                        new OA\Property(
                            property: 'companies',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['ticker', 'figure'],
                                properties: [
                                    new OA\Property(property: 'ticker', type: 'string'),
                                    new OA\Property(property: 'figure', ref: '#/components/schemas/Figure'),
                                ],
                            ),
                        ),
                    ],
                ),
            ),
        ],
    ),
]
final class OwnMetricRoutes
{
}
