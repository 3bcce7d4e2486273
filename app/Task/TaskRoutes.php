<?php

declare(strict_types=1);

namespace App\Task;

use App\Http\OpenApi\NumberParameter;
use OpenApi\Attributes as OA;

// What TaskController takes and answers.
#[
    OA\Schema(
        schema: 'Task',
        description: 'Long work and how far it is',
        type: 'object',
        required: ['id', 'state', 'done', 'total'],
        properties: [
            new OA\Property(property: 'id', type: 'integer'),
            new OA\Property(property: 'state', type: 'string', enum: ['waiting', 'running', 'done', 'failed', 'cancelled']),
            new OA\Property(property: 'done', type: 'integer'),
            new OA\Property(property: 'total', type: 'integer'),
            new OA\Property(property: 'message', type: 'string', nullable: true),
        ],
    ),
]
#[
    OA\Post(
        path: '/refreshes',
        operationId: 'refresh',
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                    new OA\Property(
                        property: 'formula',
                        type: 'string',
                        nullable: true,
                        description: 'An expression over history; the whole catalogue without one',
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 202,
                description: 'Started, or already done',
                content: new OA\JsonContent(ref: '#/components/schemas/Task'),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/tasks/{id}',
        operationId: 'task',
        parameters: [new NumberParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Progress',
                content: new OA\JsonContent(ref: '#/components/schemas/Task'),
            ),
        ],
    ),
]
#[
    OA\Delete(
        path: '/tasks/{id}',
        operationId: 'cancelTask',
        parameters: [new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'Will stop at the next company, unless somebody else waits for it too')],
    ),
]
final class TaskRoutes
{
}
