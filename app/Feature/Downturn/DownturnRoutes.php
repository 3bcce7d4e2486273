<?php

declare(strict_types=1);

namespace App\Feature\Downturn;

use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What DownturnController takes and answers.
#[
    OA\Get(
        path: '/companies/{ticker}/downturns',
        operationId: 'downturns',
        parameters: [new TickerParameter(), new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'What bad times did to the company, the latest first',
                content: new OA\JsonContent(ref: '#/components/schemas/Downturns'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Downturns',
        required: ['currency', 'companies', 'periods'],
        properties: [
            new OA\Property(property: 'currency', type: 'string'),
            new OA\Property(property: 'companies', type: 'integer', description: 'Of the industry that are looked at'),
            new OA\Property(
                property: 'periods',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['id', 'name', 'start', 'end', 'lasts', 'price', 'index', 'industry', 'figures'],
                    properties: [
                        new OA\Property(property: 'id', type: 'integer', nullable: true, description: 'Of an own one'),
                        new OA\Property(property: 'name', type: 'string'),
                        new OA\Property(property: 'start', type: 'string'),
                        new OA\Property(property: 'end', type: 'string'),
                        new OA\Property(property: 'lasts', type: 'boolean'),
                        new OA\Property(
                            property: 'price',
                            type: 'object',
                            nullable: true,
                            required: ['change', 'peak', 'trough', 'years'],
                            properties: [
                                new OA\Property(property: 'change', type: 'number'),
                                new OA\Property(property: 'peak', type: 'string', nullable: true),
                                new OA\Property(property: 'trough', type: 'string', nullable: true),
                                new OA\Property(
                                    property: 'years',
                                    type: 'number',
                                    nullable: true,
                                    description: 'Until the price it fell from was reached again',
                                ),
                            ],
                        ),
                        new OA\Property(
                            property: 'index',
                            type: 'object',
                            nullable: true,
                            required: ['change', 'peak', 'trough', 'years'],
                            properties: [
                                new OA\Property(property: 'change', type: 'number'),
                                new OA\Property(property: 'peak', type: 'string', nullable: true),
                                new OA\Property(property: 'trough', type: 'string', nullable: true),
                                new OA\Property(
                                    property: 'years',
                                    type: 'number',
                                    nullable: true,
                                    description: 'Until the price it fell from was reached again',
                                ),
                            ],
                        ),
                        new OA\Property(
                            property: 'industry',
                            type: 'number',
                            nullable: true,
                            description: 'Median of the deepest falls of its companies',
                        ),
                        new OA\Property(
                            property: 'figures',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['key', 'label', 'change', 'base', 'lowest', 'lowest_end', 'years', 'industry'],
                                properties: [
                                    new OA\Property(property: 'key', type: 'string'),
                                    new OA\Property(property: 'label', type: 'string'),
                                    new OA\Property(property: 'change', type: 'number', nullable: true),
                                    new OA\Property(property: 'base', type: 'number', nullable: true),
                                    new OA\Property(property: 'lowest', type: 'number', nullable: true),
                                    new OA\Property(property: 'lowest_end', type: 'string', nullable: true),
                                    new OA\Property(property: 'years', type: 'integer', nullable: true),
                                    new OA\Property(
                                        property: 'industry',
                                        type: 'number',
                                        nullable: true,
                                        description: 'Median of its companies: sales, or net income',
                                    ),
                                ],
                            ),
                        ),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/downturns',
        operationId: 'addDownturn',
        parameters: [],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['name', 'start', 'end'],
                properties: [
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'start', type: 'string'),
                    new OA\Property(property: 'end', type: 'string'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'Kept',
                content: new OA\JsonContent(required: ['id'], properties: [new OA\Property(property: 'id', type: 'integer')]),
            ),
        ],
    ),
]
#[
    OA\Delete(
        path: '/downturns/{id}',
        operationId: 'deleteDownturn',
        parameters: [new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'Deleted')],
    ),
]
final class DownturnRoutes
{
}
