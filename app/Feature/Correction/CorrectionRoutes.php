<?php

declare(strict_types=1);

namespace App\Feature\Correction;

use App\Http\OpenApi\Page;
use App\Http\OpenApi\PageParameter;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What CorrectionController takes and answers.
#[
    OA\Get(
        path: '/corrections',
        operationId: 'corrections',
        parameters: [new PageParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Own corrections, latest first; withdrawn ones too',
                content: new Page('Correction'),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/corrections',
        operationId: 'correct',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['figures', 'note'],
                properties: [
                    new OA\Property(
                        property: 'figures',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['line', 'period'],
                            properties: [
                                new OA\Property(property: 'line', type: 'string'),
                                new OA\Property(property: 'period', type: 'integer'),
                                new OA\Property(
                                    property: 'value',
                                    type: 'number',
                                    nullable: true,
                                    description: 'null strikes the figure out',
                                ),
                            ],
                        ),
                    ),
                    new OA\Property(property: 'note', type: 'string'),
                    new OA\Property(property: 'source', type: 'string'),
                    new OA\Property(property: 'public_on', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'In force',
                content: new OA\JsonContent(required: ['batch'], properties: [new OA\Property(property: 'batch', type: 'string')]),
            ),
        ],
    ),
]
#[
    OA\Delete(
        path: '/corrections/{batch}',
        operationId: 'withdrawCorrections',
        parameters: [new OA\PathParameter(name: 'batch', required: true, schema: new OA\Schema(type: 'string'))],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Withdrawn',
                content: new OA\JsonContent(required: ['withdrawn'], properties: [new OA\Property(property: 'withdrawn', type: 'integer')]),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/corrections/{batch}/restore',
        operationId: 'restoreCorrections',
        parameters: [new OA\PathParameter(name: 'batch', required: true, schema: new OA\Schema(type: 'string'))],
        responses: [
            new OA\Response(
                response: 200,
                description: 'In force again',
                content: new OA\JsonContent(required: ['restored'], properties: [new OA\Property(property: 'restored', type: 'integer')]),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/figure-history',
        operationId: 'figureHistory',
        parameters: [
            new TickerParameter(),
            new OA\QueryParameter(name: 'line', required: true, schema: new OA\Schema(type: 'string')),
            new OA\QueryParameter(name: 'period', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Every figure that was ever filed or entered for a cell, oldest first',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/FigureVersion')),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/entry-sheet',
        operationId: 'entrySheet',
        parameters: [
            new TickerParameter(),
            new OA\QueryParameter(name: 'statement', required: true, schema: new OA\Schema(type: 'string')),
            new OA\QueryParameter(
                name: 'periods',
                required: true,
                description: 'Periods, comma separated',
                schema: new OA\Schema(type: 'string'),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'The lines of a statement with their sum rules and what is known',
                content: new OA\JsonContent(
                    required: ['name', 'template', 'currency', 'tolerance', 'lines', 'filed'],
                    properties: [
                        new OA\Property(property: 'name', type: 'string'),
                        new OA\Property(property: 'template', type: 'string'),
                        new OA\Property(property: 'currency', type: 'string'),
                        new OA\Property(
                            property: 'tolerance',
                            type: 'object',
                            description: 'What is rounding in a sum: a share of it, or so many units of its last digit',
                            required: ['share', 'units'],
                            properties: [
                                new OA\Property(property: 'share', type: 'number'),
                                new OA\Property(property: 'units', type: 'number'),
                            ],
                        ),
                        new OA\Property(
                            property: 'filed',
                            type: 'array',
                            description: 'First filing day by period; null where nothing was filed',
                            items: new OA\Items(type: 'string', nullable: true),
                        ),
                        new OA\Property(
                            property: 'lines',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['key', 'label', 'unit', 'rules', 'values', 'required'],
                                properties: [
                                    new OA\Property(property: 'key', type: 'string'),
                                    new OA\Property(property: 'label', type: 'string'),
                                    new OA\Property(property: 'unit', type: 'string'),
                                    new OA\Property(
                                        property: 'required',
                                        type: 'boolean',
                                        description: 'A sum needs it; others may be left empty',
                                    ),
                                    new OA\Property(
                                        property: 'rules',
                                        type: 'array',
                                        items: new OA\Items(
                                            type: 'array',
                                            items: new OA\Items(
                                                type: 'object',
                                                required: ['sign', 'line'],
                                                properties: [
                                                    new OA\Property(property: 'sign', type: 'integer'),
                                                    new OA\Property(property: 'line', type: 'string'),
                                                ],
                                            ),
                                        ),
                                    ),
                                    new OA\Property(property: 'values', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
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
    OA\Put(
        path: '/companies/{ticker}/template',
        operationId: 'chooseTemplate',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['template'],
                properties: [
                    new OA\Property(property: 'template', type: 'string', nullable: true, description: 'null takes the choice back'),
                    new OA\Property(property: 'reason', type: 'string'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Chosen',
                content: new OA\JsonContent(required: ['template'], properties: [new OA\Property(property: 'template', type: 'string')]),
            ),
        ],
    ),
]
final class CorrectionRoutes
{
}
