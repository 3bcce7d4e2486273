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
                        'margin',
                        'margin_before',
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
                                required: ['key', 'label', 'unit', 'actual', 'consensus', 'surprise', 'year_before', 'growth'],
                                properties: [
                                    new OA\Property(property: 'key', type: 'string'),
                                    new OA\Property(property: 'label', type: 'string'),
                                    new OA\Property(property: 'unit', type: 'string'),
                                    new OA\Property(property: 'actual', type: 'number', nullable: true),
                                    new OA\Property(property: 'consensus', type: 'number', nullable: true, description: 'The day before'),
                                    new OA\Property(property: 'surprise', type: 'number', nullable: true),
                                    new OA\Property(property: 'year_before', type: 'number', nullable: true),
                                    new OA\Property(property: 'growth', type: 'number', nullable: true),
                                ],
                            ),
                        ),
                        new OA\Property(property: 'margin', type: 'number', nullable: true, description: 'Operating income to revenue'),
                        new OA\Property(property: 'margin_before', type: 'number', nullable: true, description: 'The same a year before'),
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
