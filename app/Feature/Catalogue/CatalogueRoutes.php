<?php

declare(strict_types=1);

namespace App\Feature\Catalogue;

use App\Http\OpenApi\AsOfParameter;
use OpenApi\Attributes as OA;

// What CatalogueController takes and answers.
#[
    OA\Get(
        path: '/catalogue',
        operationId: 'catalogue',
        responses: [
            new OA\Response(
                response: 200,
                description: 'Metrics, groups, lines, functions, and what a universe can be narrowed by',
                content: new OA\JsonContent(
                    required: [
                        'metrics',
                        'groups',
                        'lines',
                        'market_names',
                        'functions',
                        'sectors',
                        'sections',
                        'countries',
                        'exchanges',
                        'indices',
                    ],
                    properties: [
                        new OA\Property(property: 'metrics', type: 'array', items: new OA\Items(ref: '#/components/schemas/Metric')),
                        new OA\Property(
                            property: 'groups',
                            type: 'object',
                            additionalProperties: new OA\AdditionalProperties(type: 'string'),
                        ),
                        new OA\Property(
                            property: 'lines',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['key', 'label', 'unit'],
                                properties: [
                                    new OA\Property(property: 'key', type: 'string'),
                                    new OA\Property(property: 'label', type: 'string'),
                                    new OA\Property(property: 'unit', type: 'string'),
                                ],
                            ),
                        ),
                        new OA\Property(
                            property: 'functions',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['name', 'parameters', 'description', 'reads', 'example'],
                                properties: [
                                    new OA\Property(property: 'name', type: 'string'),
                                    new OA\Property(property: 'parameters', type: 'string'),
                                    new OA\Property(property: 'description', type: 'string'),
                                    new OA\Property(property: 'reads', type: 'string'),
                                    new OA\Property(property: 'example', type: 'string'),
                                ],
                            ),
                        ),
                        new OA\Property(
                            property: 'market_names',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['key', 'label', 'unit'],
                                properties: [
                                    new OA\Property(property: 'key', type: 'string'),
                                    new OA\Property(property: 'label', type: 'string'),
                                    new OA\Property(property: 'unit', type: 'string'),
                                ],
                            ),
                        ),
                        new OA\Property(
                            property: 'sections',
                            type: 'array',
                            description: 'The tree of industries',
                            items: new OA\Items(
                                type: 'object',
                                required: ['key', 'label', 'sectors'],
                                properties: [
                                    new OA\Property(property: 'key', type: 'string'),
                                    new OA\Property(property: 'label', type: 'string'),
                                    new OA\Property(property: 'sectors', type: 'array', items: new OA\Items(type: 'string')),
                                ],
                            ),
                        ),
                        new OA\Property(
                            property: 'indices',
                            type: 'object',
                            additionalProperties: new OA\AdditionalProperties(type: 'string'),
                        ),
                        new OA\Property(
                            property: 'sectors',
                            type: 'object',
                            additionalProperties: new OA\AdditionalProperties(type: 'string'),
                        ),
                        new OA\Property(
                            property: 'countries',
                            type: 'object',
                            additionalProperties: new OA\AdditionalProperties(type: 'string'),
                        ),
                        new OA\Property(
                            property: 'exchanges',
                            type: 'object',
                            additionalProperties: new OA\AdditionalProperties(type: 'string'),
                        ),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/metrics/{key}',
        operationId: 'metricInUniverse',
        parameters: [
            new OA\PathParameter(name: 'key', required: true, schema: new OA\Schema(type: 'string')),
            new AsOfParameter(),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'A metric over all shares: spread, coverage, both ends',
                content: new OA\JsonContent(
                    required: ['as_of', 'distribution', 'coverage', 'highest', 'lowest'],
                    properties: [
                        new OA\Property(property: 'as_of', type: 'string'),
                        new OA\Property(property: 'distribution', ref: '#/components/schemas/Distribution'),
                        new OA\Property(
                            property: 'coverage',
                            type: 'object',
                            additionalProperties: new OA\AdditionalProperties(type: 'integer'),
                        ),
                        new OA\Property(property: 'highest', type: 'array', items: new OA\Items(ref: '#/components/schemas/Placed')),
                        new OA\Property(property: 'lowest', type: 'array', items: new OA\Items(ref: '#/components/schemas/Placed')),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/ready-screens',
        operationId: 'readyScreens',
        responses: [
            new OA\Response(
                response: 200,
                description: 'Screens and checklists that come with the program',
                content: new OA\JsonContent(
                    type: 'array',
                    items: new OA\Items(
                        type: 'object',
                        required: ['key', 'use', 'screen'],
                        properties: [
                            new OA\Property(property: 'key', type: 'string'),
                            new OA\Property(property: 'use', type: 'string', enum: ['screen', 'checklist']),
                            new OA\Property(property: 'screen', ref: '#/components/schemas/ScreenDefinition'),
                        ],
                    ),
                ),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/status',
        operationId: 'status',
        responses: [
            new OA\Response(
                response: 200,
                description: 'The latest day of the data',
                content: new OA\JsonContent(
                    required: ['latest_day', 'currency', 'ready'],
                    properties: [
                        new OA\Property(property: 'latest_day', type: 'string', nullable: true),
                        new OA\Property(property: 'currency', type: 'string', nullable: true),
                        new OA\Property(property: 'ready', type: 'boolean'),
                    ],
                ),
            ),
        ],
    ),
]
final class CatalogueRoutes
{
}
