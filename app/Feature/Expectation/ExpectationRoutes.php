<?php

declare(strict_types=1);

namespace App\Feature\Expectation;

use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What ExpectationController takes and answers.
#[
    OA\Get(
        path: '/companies/{ticker}/expectations',
        operationId: 'expectations',
        parameters: [new TickerParameter(), new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Consensus, its revisions and surprises, ratings and targets, and what each house said last',
                content: new OA\JsonContent(ref: '#/components/schemas/Expectations'),
            ),
        ],
    ),
]
#[
    OA\Put(
        path: '/companies/{ticker}/own-estimates',
        operationId: 'keepOwnEstimate',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['line', 'year', 'value'],
                properties: [
                    new OA\Property(property: 'line', type: 'string'),
                    new OA\Property(property: 'year', type: 'integer'),
                    new OA\Property(property: 'value', type: 'number'),
                    new OA\Property(property: 'note', type: 'string', nullable: true),
                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Kept',
                content: new OA\JsonContent(required: ['id'], properties: [new OA\Property(property: 'id', type: 'integer')]),
            ),
        ],
    ),
]
#[
    OA\Delete(
        path: '/own-estimates/{id}',
        operationId: 'deleteOwnEstimate',
        parameters: [new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'Deleted')],
    ),
]
#[
    OA\Schema(
        schema: 'Expectations',
        required: [
            'currency',
            'trading_currency',
            'figures',
            'years',
            'lines',
            'quarters',
            'paths',
            'revisions',
            'surprises',
            'ratings',
            'targets',
            'record',
            'houses',
            'notes',
        ],
        properties: [
            new OA\Property(property: 'figures', type: 'array', items: new OA\Items(ref: '#/components/schemas/NamedFigure')),
            new OA\Property(property: 'currency', type: 'string', description: 'Of estimates'),
            new OA\Property(property: 'trading_currency', type: 'string', description: 'Of prices and targets'),
            new OA\Property(
                property: 'years',
                type: 'array',
                description: 'The last fiscal year that was told, and those after it',
                items: new OA\Items(type: 'integer'),
            ),
            new OA\Property(
                property: 'lines',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['key', 'label', 'unit', 'years'],
                    properties: [
                        new OA\Property(property: 'key', type: 'string'),
                        new OA\Property(property: 'label', type: 'string'),
                        new OA\Property(property: 'unit', type: 'string'),
                        new OA\Property(
                            property: 'years',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['year', 'told', 'mean', 'high', 'low', 'houses', 'as_of', 'growth', 'own'],
                                properties: [
                                    new OA\Property(property: 'year', type: 'integer'),
                                    new OA\Property(property: 'told', type: 'boolean', description: 'Reported, not expected'),
                                    new OA\Property(property: 'mean', type: 'number', nullable: true),
                                    new OA\Property(property: 'high', type: 'number', nullable: true),
                                    new OA\Property(property: 'low', type: 'number', nullable: true),
                                    new OA\Property(property: 'houses', type: 'integer', nullable: true),
                                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                                    new OA\Property(property: 'growth', type: 'number', nullable: true),
                                    new OA\Property(
                                        property: 'own',
                                        type: 'object',
                                        nullable: true,
                                        description: 'What the reader expects',
                                        required: ['id', 'value', 'note', 'on_day', 'beside'],
                                        properties: [
                                            new OA\Property(property: 'id', type: 'integer'),
                                            new OA\Property(property: 'value', type: 'number'),
                                            new OA\Property(property: 'note', type: 'string'),
                                            new OA\Property(property: 'on_day', type: 'string'),
                                            new OA\Property(
                                                property: 'beside',
                                                type: 'number',
                                                nullable: true,
                                                description: 'Above the mean of the houses, as a part of it',
                                            ),
                                        ],
                                    ),
                                ],
                            ),
                        ),
                    ],
                ),
            ),
            new OA\Property(
                property: 'quarters',
                type: 'array',
                description: 'Coming ones of which a house tells what it expects',
                items: new OA\Items(
                    type: 'object',
                    required: ['quarter', 'key', 'label', 'unit', 'mean', 'low', 'high', 'houses', 'as_of', 'year_before', 'growth'],
                    properties: [
                        new OA\Property(property: 'quarter', type: 'string'),
                        new OA\Property(property: 'key', type: 'string'),
                        new OA\Property(property: 'label', type: 'string'),
                        new OA\Property(property: 'unit', type: 'string'),
                        new OA\Property(property: 'mean', type: 'number'),
                        new OA\Property(property: 'low', type: 'number'),
                        new OA\Property(property: 'high', type: 'number'),
                        new OA\Property(property: 'houses', type: 'integer'),
                        new OA\Property(property: 'as_of', type: 'string'),
                        new OA\Property(property: 'year_before', type: 'number', nullable: true),
                        new OA\Property(property: 'growth', type: 'number', nullable: true),
                    ],
                ),
            ),
            new OA\Property(
                property: 'paths',
                type: 'array',
                description: 'Mean expected earnings a share of each year, each time it was told in five years',
                items: new OA\Items(ref: '#/components/schemas/ExpectedPath'),
            ),
            new OA\Property(
                property: 'revisions',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['line', 'unit', 'year', 'now', 'windows'],
                    properties: [
                        new OA\Property(property: 'line', type: 'string'),
                        new OA\Property(property: 'unit', type: 'string'),
                        new OA\Property(property: 'year', type: 'integer'),
                        new OA\Property(property: 'now', type: 'number'),
                        new OA\Property(
                            property: 'windows',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['days', 'then', 'change', 'revision'],
                                properties: [
                                    new OA\Property(property: 'days', type: 'integer'),
                                    new OA\Property(property: 'then', type: 'number', nullable: true),
                                    new OA\Property(property: 'change', type: 'number', nullable: true),
                                    new OA\Property(property: 'revision', type: 'number', nullable: true),
                                ],
                            ),
                        ),
                    ],
                ),
            ),
            new OA\Property(
                property: 'surprises',
                type: 'array',
                description: 'Earnings a share of quarters beside what was expected the day before, the latest first',
                items: new OA\Items(
                    type: 'object',
                    required: ['quarter', 'told_on', 'actual', 'consensus', 'surprise'],
                    properties: [
                        new OA\Property(property: 'quarter', type: 'string'),
                        new OA\Property(property: 'told_on', type: 'string'),
                        new OA\Property(property: 'actual', type: 'number', nullable: true),
                        new OA\Property(property: 'consensus', type: 'number', nullable: true),
                        new OA\Property(property: 'surprise', type: 'number', nullable: true),
                    ],
                ),
            ),
            new OA\Property(
                property: 'ratings',
                type: 'object',
                required: ['days', 'buy', 'hold', 'sell'],
                properties: [
                    new OA\Property(property: 'days', type: 'array', items: new OA\Items(type: 'string')),
                    new OA\Property(property: 'buy', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
                    new OA\Property(property: 'hold', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
                    new OA\Property(property: 'sell', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
                ],
            ),
            new OA\Property(
                property: 'targets',
                type: 'object',
                required: ['days', 'mean', 'high', 'low', 'close'],
                properties: [
                    new OA\Property(property: 'days', type: 'array', items: new OA\Items(type: 'string')),
                    new OA\Property(property: 'mean', type: 'array', items: new OA\Items(type: 'number')),
                    new OA\Property(property: 'high', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
                    new OA\Property(property: 'low', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
                    new OA\Property(property: 'close', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
                ],
            ),
            new OA\Property(
                property: 'record',
                type: 'object',
                description: 'How good mean targets of five years were, once their year was over',
                required: ['made', 'reached', 'error', 'size'],
                properties: [
                    new OA\Property(property: 'made', type: 'integer'),
                    new OA\Property(property: 'reached', type: 'integer', description: 'Touched by a close within the year'),
                    new OA\Property(
                        property: 'error',
                        type: 'number',
                        nullable: true,
                        description: 'Median of price a year later over target, less one',
                    ),
                    new OA\Property(property: 'size', type: 'number', nullable: true, description: 'Median of its size'),
                ],
            ),
            new OA\Property(
                property: 'houses',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['house', 'rating', 'target', 'rated_on', 'earnings', 'said_on'],
                    properties: [
                        new OA\Property(property: 'house', type: 'string'),
                        new OA\Property(property: 'rating', type: 'string', enum: ['buy', 'hold', 'sell']),
                        new OA\Property(property: 'target', type: 'number'),
                        new OA\Property(property: 'rated_on', type: 'string'),
                        new OA\Property(
                            property: 'earnings',
                            type: 'number',
                            nullable: true,
                            description: 'A share, expected of the first year that is not told',
                        ),
                        new OA\Property(property: 'said_on', type: 'string', nullable: true),
                    ],
                ),
            ),
            new OA\Property(
                property: 'notes',
                type: 'array',
                description: 'What houses wrote, the latest first',
                items: new OA\Items(
                    type: 'object',
                    required: ['day', 'title', 'text'],
                    properties: [
                        new OA\Property(property: 'day', type: 'string'),
                        new OA\Property(property: 'title', type: 'string'),
                        new OA\Property(property: 'text', type: 'string'),
                    ],
                ),
            ),
        ],
    ),
]
final class ExpectationRoutes
{
}
