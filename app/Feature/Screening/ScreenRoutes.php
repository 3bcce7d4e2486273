<?php

declare(strict_types=1);

namespace App\Feature\Screening;

use App\Http\OpenApi\NumberParameter;
use OpenApi\Attributes as OA;

// What ScreenController takes and answers.
#[
    OA\Post(
        path: '/screens/run',
        operationId: 'runScreen',
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['screen'],
                properties: [
                    new OA\Property(property: 'screen', ref: '#/components/schemas/ScreenDefinition'),
                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                    new OA\Property(property: 'offset', type: 'integer'),
                    new OA\Property(property: 'limit', type: 'integer'),
                    new OA\Property(
                        property: 'shaded',
                        type: 'boolean',
                        description: 'Tell the percentile of each figure among the survivors',
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Survivors after each step, and a page of the last',
                content: new OA\JsonContent(ref: '#/components/schemas/ScreenResult'),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/screens/closer-look',
        operationId: 'closerLook',
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/ScreenQuestion')),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Thresholds at an edge, and criteria that say the same',
                content: new OA\JsonContent(
                    required: ['warnings'],
                    properties: [
                        new OA\Property(property: 'warnings', type: 'array', items: new OA\Items(ref: '#/components/schemas/Warning')),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/screens/group-lines',
        operationId: 'groupLines',
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/ScreenQuestion')),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Median, means and quartiles of every column over the survivors',
                content: new OA\JsonContent(
                    required: ['lines'],
                    properties: [
                        new OA\Property(
                            property: 'lines',
                            type: 'object',
                            additionalProperties: new OA\AdditionalProperties(ref: '#/components/schemas/GroupLine'),
                        ),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/screens/proposals',
        operationId: 'proposeThresholds',
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['screen', 'wished'],
                properties: [
                    new OA\Property(property: 'screen', ref: '#/components/schemas/ScreenDefinition'),
                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                    new OA\Property(property: 'wished', type: 'integer'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Which single threshold to move so that about so many survive',
                content: new OA\JsonContent(
                    required: ['total', 'proposals'],
                    properties: [
                        new OA\Property(property: 'total', type: 'integer'),
                        new OA\Property(
                            property: 'proposals',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['criterion', 'from', 'to', 'threshold', 'was', 'survivors'],
                                properties: [
                                    new OA\Property(property: 'criterion', type: 'integer', description: 'Place in the screen, from 0'),
                                    new OA\Property(property: 'from', type: 'string'),
                                    new OA\Property(property: 'to', type: 'string'),
                                    new OA\Property(property: 'threshold', type: 'number'),
                                    new OA\Property(property: 'was', type: 'number'),
                                    new OA\Property(property: 'survivors', type: 'integer'),
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
        path: '/screens/score',
        operationId: 'scoreList',
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/ScreenQuestion')),
        responses: [
            new OA\Response(
                response: 200,
                description: 'How many criteria each company of the universe passes',
                content: new OA\JsonContent(
                    required: ['criteria', 'total', 'rows'],
                    properties: [
                        new OA\Property(property: 'criteria', type: 'array', items: new OA\Items(type: 'string')),
                        new OA\Property(property: 'total', type: 'integer'),
                        new OA\Property(property: 'rows', type: 'array', items: new OA\Items(ref: '#/components/schemas/ScoreRow')),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/screens/cleaning',
        operationId: 'proposeCleaning',
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['screen', 'columns'],
                properties: [
                    new OA\Property(property: 'screen', ref: '#/components/schemas/ScreenDefinition'),
                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                    new OA\Property(property: 'columns', type: 'array', items: new OA\Items(type: 'string')),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Missing figures and outliers of the universe',
                content: new OA\JsonContent(
                    required: ['total', 'proposals'],
                    properties: [
                        new OA\Property(property: 'total', type: 'integer'),
                        new OA\Property(
                            property: 'proposals',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['ticker', 'name', 'column', 'kind', 'value', 'state', 'median', 'low', 'high'],
                                properties: [
                                    new OA\Property(property: 'ticker', type: 'string'),
                                    new OA\Property(property: 'name', type: 'string'),
                                    new OA\Property(property: 'column', type: 'string'),
                                    new OA\Property(property: 'kind', type: 'string', enum: ['missing', 'outlier']),
                                    new OA\Property(property: 'value', type: 'number', nullable: true),
                                    new OA\Property(property: 'state', type: 'string'),
                                    new OA\Property(property: 'median', type: 'number', nullable: true),
                                    new OA\Property(property: 'low', type: 'number', nullable: true),
                                    new OA\Property(property: 'high', type: 'number', nullable: true),
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
        path: '/screens/export',
        operationId: 'exportScreen',
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['screen', 'format'],
                properties: [
                    new OA\Property(property: 'screen', ref: '#/components/schemas/ScreenDefinition'),
                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                    new OA\Property(property: 'format', type: 'string', enum: ['csv', 'json', 'xlsx', 'ods']),
                ],
            ),
        ),
        responses: [new OA\Response(response: 200, description: 'The survivors as a file')],
    ),
]
#[
    OA\Post(
        path: '/screens/written-out',
        operationId: 'writeScreenOut',
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/ScreenQuestion')),
        responses: [
            new OA\Response(
                response: 200,
                description: 'The screen with own metrics replaced by what they stand for',
                content: new OA\JsonContent(ref: '#/components/schemas/ScreenDefinition'),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/screens/distribution',
        operationId: 'distribution',
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['formula'],
                properties: [
                    new OA\Property(property: 'formula', type: 'string'),
                    new OA\Property(property: 'universe', type: 'object', additionalProperties: true),
                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'How a figure is spread over a universe',
                content: new OA\JsonContent(ref: '#/components/schemas/Distribution'),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/screens',
        operationId: 'screens',
        responses: [
            new OA\Response(
                response: 200,
                description: 'Saved screens',
                content: new OA\JsonContent(
                    type: 'array',
                    items: new OA\Items(
                        type: 'object',
                        required: ['id', 'name', 'definition'],
                        properties: [
                            new OA\Property(property: 'id', type: 'integer'),
                            new OA\Property(property: 'name', type: 'string'),
                            new OA\Property(property: 'definition', ref: '#/components/schemas/ScreenDefinition'),
                        ],
                    ),
                ),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/screens',
        operationId: 'saveScreen',
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/ScreenDefinition')),
        responses: [
            new OA\Response(
                response: 201,
                description: 'Saved',
                content: new OA\JsonContent(required: ['id'], properties: [new OA\Property(property: 'id', type: 'integer')]),
            ),
        ],
    ),
]
#[
    OA\Put(
        path: '/screens/{id}',
        operationId: 'updateScreen',
        parameters: [new NumberParameter()],
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/ScreenDefinition')),
        responses: [new OA\Response(response: 200, description: 'Saved')],
    ),
]
#[
    OA\Delete(
        path: '/screens/{id}',
        operationId: 'deleteScreen',
        parameters: [new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'Deleted')],
    ),
]
final class ScreenRoutes
{
}
