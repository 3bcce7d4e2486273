<?php

declare(strict_types=1);

namespace App\Feature\Sharing;

use App\Http\OpenApi\NumberParameter;
use OpenApi\Attributes as OA;

// What SharingController takes and answers.
#[
    OA\Schema(
        schema: 'SharedThing',
        description: 'Something of a user that can be shared to read',
        type: 'object',
        required: ['kind', 'id', 'name', 'holds', 'owner', 'shared'],
        properties: [
            new OA\Property(property: 'kind', type: 'string', enum: ['screens', 'column-sets', 'lists', 'own-metrics', 'valuations']),
            new OA\Property(property: 'id', type: 'integer'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'holds', type: 'string', description: 'Criteria, columns, tickers, a formula, or a value per share'),
            new OA\Property(property: 'owner', type: 'string', nullable: true, description: 'Null for what is one\'s own'),
            new OA\Property(property: 'shared', type: 'boolean'),
        ],
    ),
]
#[
    OA\Get(
        path: '/shared',
        operationId: 'sharedThings',
        responses: [
            new OA\Response(
                response: 200,
                description: 'What is one\'s own, and what others share to read',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/SharedThing')),
            ),
        ],
    ),
]
#[
    OA\Put(
        path: '/shared/{key}/{id}',
        operationId: 'share',
        parameters: [new OA\PathParameter(name: 'key', required: true, schema: new OA\Schema(type: 'string')), new NumberParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['shared'],
                properties: [new OA\Property(property: 'shared', type: 'boolean')],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Others can read it, or no longer',
                content: new OA\JsonContent(ref: '#/components/schemas/SharedThing'),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/shared/{key}/{id}/copy',
        operationId: 'copyShared',
        parameters: [new OA\PathParameter(name: 'key', required: true, schema: new OA\Schema(type: 'string')), new NumberParameter()],
        responses: [
            new OA\Response(
                response: 201,
                description: 'A copy of one\'s own, which nobody else reads',
                content: new OA\JsonContent(ref: '#/components/schemas/SharedThing'),
            ),
        ],
    ),
]
final class SharingRoutes
{
}
