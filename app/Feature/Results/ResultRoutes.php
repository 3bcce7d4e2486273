<?php

declare(strict_types=1);

namespace App\Feature\Results;

use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What ResultController takes and answers.
#[
    OA\Get(
        path: '/companies/{ticker}/results',
        operationId: 'results',
        parameters: [new TickerParameter(), new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Quarters as they were told, how the price answered, and the next dates',
                content: new OA\JsonContent(ref: '#/components/schemas/Results'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Results',
        required: ['currency', 'next', 'reports'],
        properties: [
            new OA\Property(property: 'currency', type: 'string'),
            new OA\Property(
                property: 'next',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['kind', 'on', 'announced', 'amount'],
                    properties: [
                        new OA\Property(property: 'kind', type: 'string', description: 'results, ex_dividend, spin_off'),
                        new OA\Property(property: 'on', type: 'string'),
                        new OA\Property(property: 'announced', type: 'string'),
                        new OA\Property(property: 'amount', type: 'number', nullable: true, description: 'A share, of a dividend'),
                    ],
                ),
            ),
            new OA\Property(
                property: 'reports',
                type: 'array',
                description: 'The latest first',
                items: new OA\Items(
                    type: 'object',
                    required: [
                        'quarter',
                        'told_on',
                        'minute',
                        'lines',
                        'items',
                        'cash',
                        'margins',
                        'period',
                        'answered_on',
                        'reactions',
                        'guidance',
                    ],
                    properties: [
                        new OA\Property(property: 'quarter', type: 'string'),
                        new OA\Property(property: 'told_on', type: 'string'),
                        new OA\Property(property: 'minute', type: 'integer', nullable: true, description: 'Of the day, where it is known'),
                        new OA\Property(
                            property: 'lines',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: [
                                    'key',
                                    'label',
                                    'unit',
                                    'actual',
                                    'adjusted',
                                    'consensus',
                                    'surprise',
                                    'quarter_before',
                                    'year_before',
                                    'growth',
                                ],
                                properties: [
                                    new OA\Property(property: 'key', type: 'string'),
                                    new OA\Property(property: 'label', type: 'string'),
                                    new OA\Property(property: 'unit', type: 'string'),
                                    new OA\Property(property: 'actual', type: 'number', nullable: true),
                                    new OA\Property(property: 'consensus', type: 'number', nullable: true, description: 'The day before'),
                                    new OA\Property(property: 'surprise', type: 'number', nullable: true),
                                    new OA\Property(
                                        property: 'adjusted',
                                        type: 'number',
                                        nullable: true,
                                        description: 'Without what was marked as one-off; null where nothing was',
                                    ),
                                    new OA\Property(property: 'quarter_before', type: 'number', nullable: true),
                                    new OA\Property(property: 'year_before', type: 'number', nullable: true),
                                    new OA\Property(property: 'growth', type: 'number', nullable: true),
                                ],
                            ),
                        ),
                        new OA\Property(
                            property: 'items',
                            type: 'array',
                            description: 'Own one-offs of the quarter, which stand between reported and adjusted',
                            items: new OA\Items(
                                type: 'object',
                                required: ['label', 'amount', 'note'],
                                properties: [
                                    new OA\Property(property: 'label', type: 'string'),
                                    new OA\Property(property: 'amount', type: 'number'),
                                    new OA\Property(property: 'note', type: 'string'),
                                ],
                            ),
                        ),
                        new OA\Property(
                            property: 'cash',
                            type: 'object',
                            nullable: true,
                            required: ['free', 'cash', 'year', 'lasts'],
                            properties: [
                                new OA\Property(property: 'free', type: 'number', description: 'After operating and investing'),
                                new OA\Property(property: 'cash', type: 'number', description: 'With short-term investments, at the end'),
                                new OA\Property(property: 'year', type: 'number', nullable: true, description: 'The flow of four quarters'),
                                new OA\Property(
                                    property: 'lasts',
                                    type: 'number',
                                    nullable: true,
                                    description: 'Years at the pace of four quarters; null where no cash is used up',
                                ),
                            ],
                        ),
                        new OA\Property(
                            property: 'margins',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['key', 'label', 'actual', 'quarter_before', 'year_before'],
                                properties: [
                                    new OA\Property(property: 'key', type: 'string'),
                                    new OA\Property(property: 'label', type: 'string'),
                                    new OA\Property(property: 'actual', type: 'number', nullable: true),
                                    new OA\Property(property: 'quarter_before', type: 'number', nullable: true),
                                    new OA\Property(property: 'year_before', type: 'number', nullable: true),
                                ],
                            ),
                        ),
                        new OA\Property(property: 'period', type: 'integer'),
                        new OA\Property(
                            property: 'answered_on',
                            type: 'string',
                            nullable: true,
                            description: 'The first trading day that could answer: the next one where the exchange was closed',
                        ),
                        new OA\Property(
                            property: 'reactions',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['days', 'return', 'excess'],
                                properties: [
                                    new OA\Property(property: 'days', type: 'integer', description: 'Trading days'),
                                    new OA\Property(property: 'return', type: 'number', nullable: true, description: 'With dividends'),
                                    new OA\Property(property: 'excess', type: 'number', nullable: true, description: 'Above its index'),
                                ],
                            ),
                        ),
                        new OA\Property(
                            property: 'guidance',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['label', 'period', 'low', 'high'],
                                properties: [
                                    new OA\Property(property: 'label', type: 'string'),
                                    new OA\Property(property: 'period', type: 'string'),
                                    new OA\Property(property: 'low', type: 'number'),
                                    new OA\Property(property: 'high', type: 'number'),
                                ],
                            ),
                        ),
                    ],
                ),
            ),
        ],
    ),
]
final class ResultRoutes
{
}
