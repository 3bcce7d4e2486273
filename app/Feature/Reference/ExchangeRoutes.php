<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Http\OpenApi\NumberParameter;
use OpenApi\Attributes as OA;

// What ExchangeController takes and answers.
#[
    OA\Post(
        path: '/exchanges',
        operationId: 'makeExchange',
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['code', 'name', 'country', 'currency'],
                properties: [
                    new OA\Property(property: 'code', type: 'string', description: 'Two to eight letters or digits'),
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'country', type: 'string', description: 'ISO 3166, two letters'),
                    new OA\Property(property: 'currency', type: 'string', description: 'ISO 4217'),
                ],
            ),
        ),
        responses: [new OA\Response(response: 201, description: 'Made')],
    ),
]
#[
    OA\Put(
        path: '/exchanges/{id}',
        operationId: 'changeExchange',
        parameters: [new NumberParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'country', type: 'string'),
                    new OA\Property(property: 'currency', type: 'string'),
                    new OA\Property(property: 'index_id', type: 'integer', nullable: true),
                ],
            ),
        ),
        responses: [new OA\Response(response: 200, description: 'Changed')],
    ),
]
#[
    OA\Delete(
        path: '/exchanges/{id}',
        operationId: 'removeExchange',
        parameters: [new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'Removed; refused where something is listed on it')],
    ),
]
#[
    OA\Post(
        path: '/indices',
        operationId: 'makeIndex',
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['exchange', 'ticker', 'name'],
                properties: [
                    new OA\Property(property: 'exchange', type: 'string', description: 'Its code'),
                    new OA\Property(property: 'ticker', type: 'string'),
                    new OA\Property(property: 'name', type: 'string'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'Made; the first index of an exchange is what its shares are measured against',
                content: new OA\JsonContent(required: ['id'], properties: [new OA\Property(property: 'id', type: 'integer')]),
            ),
        ],
    ),
]
#[
    OA\Put(
        path: '/indices/{id}',
        operationId: 'renameIndex',
        parameters: [new NumberParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(required: ['name'], properties: [new OA\Property(property: 'name', type: 'string')]),
        ),
        responses: [new OA\Response(response: 204, description: 'It has that name')],
    ),
]
#[
    OA\Delete(
        path: '/indices/{id}',
        operationId: 'removeIndex',
        parameters: [new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'Removed; refused where it has levels or members')],
    ),
]
#[
    OA\Post(
        path: '/exchanges/{id}/merge',
        operationId: 'mergeExchange',
        parameters: [new NumberParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['into'],
                properties: [new OA\Property(property: 'into', type: 'string', description: 'Code of the exchange that stays')],
            ),
        ),
        responses: [
            new OA\Response(
                response: 204,
                description: 'What is listed on the one is listed on the other; refused where both list a ticker at the same time',
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/indices/{id}/merge',
        operationId: 'mergeIndex',
        parameters: [new NumberParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['into'],
                properties: [new OA\Property(property: 'into', type: 'string', description: 'Ticker of the index that stays')],
            ),
        ),
        responses: [
            new OA\Response(
                response: 204,
                description: 'Members and exchanges of the one are of the other, and its ticker means the other',
            ),
        ],
    ),
]
final class ExchangeRoutes
{
}
