<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\Page;
use App\Http\OpenApi\PageParameter;
use App\Http\OpenApi\Record;
use OpenApi\Attributes as OA;

// What ReferenceController takes and answers.
#[
    Record('ReferenceExchange', [
        new OA\Property(property: 'id', type: 'integer'),
        new OA\Property(property: 'code', type: 'string'),
        new OA\Property(property: 'name', type: 'string'),
        new OA\Property(property: 'country', type: 'string'),
        new OA\Property(property: 'currency', type: 'string'),
        new OA\Property(property: 'index_id', type: 'integer', nullable: true),
        new OA\Property(property: 'index', type: 'string', nullable: true, description: 'What its shares are measured against'),
        new OA\Property(property: 'listings', type: 'integer'),
        new OA\Property(property: 'holidays', type: 'integer', description: 'Days on which it is known to be closed'),
    ]),
]
#[
    Record('ReferenceIndex', [
        new OA\Property(property: 'id', type: 'integer'),
        new OA\Property(property: 'ticker', type: 'string'),
        new OA\Property(property: 'name', type: 'string'),
        new OA\Property(property: 'exchange', type: 'string'),
        new OA\Property(property: 'levels', type: 'integer', description: 'Days whose level is known'),
        new OA\Property(property: 'first', type: 'string', nullable: true),
        new OA\Property(property: 'last', type: 'string', nullable: true),
        new OA\Property(property: 'members', type: 'integer'),
    ]),
]
#[
    Record('ReferenceSeries', [
        new OA\Property(property: 'name', type: 'string'),
        new OA\Property(property: 'label', type: 'string'),
        new OA\Property(property: 'points', type: 'integer'),
        new OA\Property(property: 'first', type: 'string'),
        new OA\Property(property: 'last', type: 'string'),
        new OA\Property(property: 'value', type: 'number', description: 'The latest one'),
    ]),
]
#[
    Record('KnownSeries', [
        new OA\Property(property: 'name', type: 'string'),
        new OA\Property(property: 'label', type: 'string'),
        new OA\Property(property: 'for', type: 'string'),
        new OA\Property(property: 'unit', type: 'string'),
    ]),
]
#[
    Record('MissingReference', [
        new OA\Property(property: 'key', type: 'string'),
        new OA\Property(property: 'sentence', type: 'string', description: 'What is missing, what it is for, and what to do'),
    ]),
]
#[
    Record('Reference', [
        new OA\Property(property: 'exchanges', type: 'array', items: new OA\Items(ref: '#/components/schemas/ReferenceExchange')),
        new OA\Property(property: 'indices', type: 'array', items: new OA\Items(ref: '#/components/schemas/ReferenceIndex')),
        new OA\Property(property: 'series', type: 'array', items: new OA\Items(ref: '#/components/schemas/ReferenceSeries')),
        new OA\Property(property: 'known_series', type: 'array', items: new OA\Items(ref: '#/components/schemas/KnownSeries')),
        new OA\Property(property: 'companies', type: 'integer'),
        new OA\Property(property: 'missing', type: 'array', items: new OA\Items(ref: '#/components/schemas/MissingReference')),
    ]),
]
#[
    OA\Get(
        path: '/reference',
        operationId: 'reference',
        responses: [
            new OA\Response(
                response: 200,
                description: 'Exchanges, indices and series of the economy, and what is missing',
                content: new OA\JsonContent(ref: '#/components/schemas/Reference'),
            ),
        ],
    ),
]
#[
    Record('Series', [
        new OA\Property(property: 'name', type: 'string'),
        new OA\Property(property: 'label', type: 'string'),
        new OA\Property(property: 'points', type: 'array', items: new OA\Items(ref: '#/components/schemas/SeriesPoint')),
    ]),
]
#[
    Record('SeriesPoint', [
        new OA\Property(property: 'day', type: 'string'),
        new OA\Property(property: 'value', type: 'number', nullable: true, description: 'null takes the point out'),
    ]),
]
#[
    OA\Get(
        path: '/series/{name}',
        operationId: 'series',
        parameters: [new OA\PathParameter(name: 'name', required: true, schema: new OA\Schema(type: 'string'))],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Every point of a series of the economy',
                content: new OA\JsonContent(ref: '#/components/schemas/Series'),
            ),
        ],
    ),
]
#[
    OA\Put(
        path: '/series/{name}',
        operationId: 'putSeries',
        parameters: [new OA\PathParameter(name: 'name', required: true, schema: new OA\Schema(type: 'string'))],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['points'],
                properties: [
                    new OA\Property(property: 'points', type: 'array', items: new OA\Items(ref: '#/components/schemas/SeriesPoint')),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'The points are in the series; rates are fractions a year, exchange rates units of the installation\'s '
                    .'currency for one of the other',
                content: new OA\JsonContent(ref: '#/components/schemas/Series'),
            ),
        ],
    ),
]
#[
    Record('Change', [
        new OA\Property(property: 'id', type: 'integer'),
        new OA\Property(property: 'what', type: 'string'),
        new OA\Property(property: 'author', type: 'string'),
        new OA\Property(property: 'made_on', type: 'string', nullable: true),
        new OA\Property(property: 'rows', type: 'integer'),
        new OA\Property(property: 'import', type: 'string', nullable: true, description: 'The file it came with, and goes with'),
        new OA\Property(property: 'undone_on', type: 'string', nullable: true),
    ]),
]
#[
    OA\Get(
        path: '/changes',
        operationId: 'changes',
        parameters: [new PageParameter()],
        responses: [
            new OA\Response(response: 200, description: 'Changes of reference data, latest first', content: new Page('Change')),
        ],
    ),
]
#[
    OA\Delete(
        path: '/changes/{id}',
        operationId: 'undoChange',
        parameters: [new NumberParameter()],
        responses: [
            new OA\Response(response: 200, description: 'Undone', content: new OA\JsonContent(ref: '#/components/schemas/Change')),
        ],
    ),
]
final class ReferenceRoutes
{
}
