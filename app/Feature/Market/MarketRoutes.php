<?php

declare(strict_types=1);

namespace App\Feature\Market;

use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What MarketController and DrawnLineController take and answer.
#[
    OA\Get(
        path: '/companies/{ticker}/market',
        operationId: 'market',
        parameters: [
            new TickerParameter(),
            new AsOfParameter(),
            new OA\QueryParameter(
                name: 'span',
                description: 'Of a bar; a day if none is named',
                schema: new OA\Schema(type: 'string', enum: ['hour', 'day', 'week', 'month']),
            ),
            new OA\QueryParameter(
                name: 'over',
                description: 'Back from the day; five years if none is named',
                schema: new OA\Schema(type: 'string', enum: ['1m', '3m', '6m', '1y', '3y', '5y', '10y', 'all']),
            ),
            new OA\QueryParameter(
                name: 'averages',
                description: 'Comma separated: s200 is simple of two hundred bars, e20 exponential of twenty',
                schema: new OA\Schema(type: 'string'),
            ),
            new OA\QueryParameter(
                name: 'studies',
                description: 'Comma separated: momentum, strength, stochastic, range, bands',
                schema: new OA\Schema(type: 'string'),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Bars with averages and studies, levels found by rule, and the trend on hours, days and weeks',
                content: new OA\JsonContent(ref: '#/components/schemas/Market'),
            ),
        ],
    ),
]
#[OA\Schema(schema: 'PriceLine', type: 'array', items: new OA\Items(type: 'number', nullable: true))]
#[
    OA\Schema(
        schema: 'Market',
        required: [
            'currency',
            'labels',
            'open',
            'high',
            'low',
            'close',
            'volume',
            'with_dividends',
            'unfinished',
            'has_hours',
            'averages',
            'crosses',
            'studies',
            'found',
            'trends',
        ],
        properties: [
            new OA\Property(property: 'currency', type: 'string'),
            new OA\Property(
                property: 'labels',
                type: 'array',
                description: 'The last day of each bar, or its day and hour',
                items: new OA\Items(type: 'string'),
            ),
            new OA\Property(property: 'open', ref: '#/components/schemas/PriceLine'),
            new OA\Property(property: 'high', ref: '#/components/schemas/PriceLine'),
            new OA\Property(property: 'low', ref: '#/components/schemas/PriceLine'),
            new OA\Property(property: 'close', ref: '#/components/schemas/PriceLine'),
            new OA\Property(property: 'volume', ref: '#/components/schemas/PriceLine'),
            new OA\Property(
                property: 'with_dividends',
                type: 'array',
                nullable: true,
                description: 'Closes with dividends reinvested; none for hours',
                items: new OA\Items(type: 'number', nullable: true),
            ),
            new OA\Property(property: 'unfinished', type: 'boolean', description: 'Whether the last bar has trading days to come'),
            new OA\Property(property: 'has_hours', type: 'boolean'),
            new OA\Property(
                property: 'averages',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['key', 'values'],
                    properties: [
                        new OA\Property(property: 'key', type: 'string'),
                        new OA\Property(property: 'values', ref: '#/components/schemas/PriceLine'),
                    ],
                ),
            ),
            new OA\Property(
                property: 'crosses',
                type: 'array',
                description: 'Where the shorter of two neighbours by length changes side of the longer',
                items: new OA\Items(
                    type: 'object',
                    required: ['label', 'up', 'shorter', 'longer'],
                    properties: [
                        new OA\Property(property: 'label', type: 'string'),
                        new OA\Property(property: 'up', type: 'boolean'),
                        new OA\Property(property: 'shorter', type: 'string'),
                        new OA\Property(property: 'longer', type: 'string'),
                    ],
                ),
            ),
            new OA\Property(
                property: 'studies',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['key', 'in_currency', 'guides', 'lines'],
                    properties: [
                        new OA\Property(property: 'key', type: 'string', enum: ['momentum', 'strength', 'stochastic', 'range', 'bands']),
                        new OA\Property(property: 'in_currency', type: 'boolean', description: 'Otherwise from 0 to 100'),
                        new OA\Property(property: 'guides', type: 'array', items: new OA\Items(type: 'number')),
                        new OA\Property(
                            property: 'lines',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['name', 'values'],
                                properties: [
                                    new OA\Property(property: 'name', type: 'string'),
                                    new OA\Property(property: 'values', ref: '#/components/schemas/PriceLine'),
                                ],
                            ),
                        ),
                    ],
                ),
            ),
            new OA\Property(
                property: 'found',
                type: 'object',
                required: ['since', 'range', 'levels', 'support', 'resistance', 'entry'],
                properties: [
                    new OA\Property(property: 'since', type: 'string', nullable: true, description: 'First day that was looked at'),
                    new OA\Property(property: 'range', type: 'number', nullable: true, description: 'Average true range of 14 days'),
                    new OA\Property(
                        property: 'levels',
                        type: 'array',
                        description: 'The most touched first',
                        items: new OA\Items(ref: '#/components/schemas/Level'),
                    ),
                    new OA\Property(property: 'support', ref: '#/components/schemas/Level', nullable: true),
                    new OA\Property(property: 'resistance', ref: '#/components/schemas/Level', nullable: true),
                    new OA\Property(property: 'entry', type: 'string', description: 'What an entry would need, as a sentence'),
                ],
            ),
            new OA\Property(
                property: 'trends',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['span', 'state', 'since', 'highs', 'lows', 'change', 'crossed', 'sentence'],
                    properties: [
                        new OA\Property(property: 'span', type: 'string', enum: ['hour', 'day', 'week']),
                        new OA\Property(property: 'state', type: 'string', nullable: true, enum: ['up', 'down', 'sideways']),
                        new OA\Property(property: 'since', type: 'string', nullable: true),
                        new OA\Property(property: 'highs', ref: '#/components/schemas/PriceLine'),
                        new OA\Property(property: 'lows', ref: '#/components/schemas/PriceLine'),
                        new OA\Property(property: 'change', type: 'number', nullable: true),
                        new OA\Property(property: 'crossed', type: 'boolean', nullable: true),
                        new OA\Property(property: 'sentence', type: 'string'),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Level',
        required: ['price', 'touches', 'highs', 'lows', 'first', 'last', 'percent', 'ranges'],
        properties: [
            new OA\Property(property: 'price', type: 'number'),
            new OA\Property(property: 'touches', type: 'integer'),
            new OA\Property(property: 'highs', type: 'integer'),
            new OA\Property(property: 'lows', type: 'integer'),
            new OA\Property(property: 'first', type: 'string'),
            new OA\Property(property: 'last', type: 'string'),
            new OA\Property(property: 'percent', type: 'number', description: 'From the last close, never negative'),
            new OA\Property(property: 'ranges', type: 'number', description: 'The same in average true ranges'),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/comparison',
        operationId: 'comparePrices',
        parameters: [
            new TickerParameter(),
            new AsOfParameter(),
            new OA\QueryParameter(
                name: 'with',
                description: 'Comma separated: index, industry, list:7 for a list of one\'s own, or companies',
                schema: new OA\Schema(type: 'string'),
            ),
            new OA\QueryParameter(
                name: 'over',
                schema: new OA\Schema(type: 'string', enum: ['1m', '3m', '6m', '1y', '3y', '5y', '10y', 'all']),
            ),
            new OA\QueryParameter(
                name: 'dividends',
                description: '1 with dividends reinvested, 0 without',
                schema: new OA\Schema(type: 'string', enum: ['0', '1']),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Each set to a hundred on its first day, in the currency of the share; the company itself first',
                content: new OA\JsonContent(
                    required: ['currency', 'days', 'lines'],
                    properties: [
                        new OA\Property(property: 'currency', type: 'string'),
                        new OA\Property(property: 'days', type: 'array', items: new OA\Items(type: 'string')),
                        new OA\Property(
                            property: 'lines',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['key', 'name', 'members', 'from', 'until', 'change', 'values'],
                                properties: [
                                    new OA\Property(property: 'key', type: 'string'),
                                    new OA\Property(property: 'name', type: 'string'),
                                    new OA\Property(property: 'members', type: 'integer'),
                                    new OA\Property(property: 'from', type: 'string', nullable: true),
                                    new OA\Property(property: 'until', type: 'string', nullable: true),
                                    new OA\Property(property: 'change', type: 'number', nullable: true),
                                    new OA\Property(property: 'values', ref: '#/components/schemas/PriceLine'),
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
    OA\Get(
        path: '/companies/{ticker}/invested-sum',
        operationId: 'investedSum',
        parameters: [
            new TickerParameter(),
            new AsOfParameter(),
            new OA\QueryParameter(name: 'amount', schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'from', schema: new OA\Schema(type: 'string')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'What a sum put into the share became',
                content: new OA\JsonContent(ref: '#/components/schemas/InvestedSum'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'InvestedSum',
        required: ['currency', 'amount', 'from', 'to', 'close', 'outcomes', 'years'],
        properties: [
            new OA\Property(property: 'currency', type: 'string'),
            new OA\Property(property: 'amount', type: 'number'),
            new OA\Property(property: 'from', type: 'string'),
            new OA\Property(property: 'to', type: 'string'),
            new OA\Property(property: 'close', type: 'number', description: 'Of the day of purchase, as traded then'),
            new OA\Property(
                property: 'outcomes',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['kind', 'value', 'total', 'annual'],
                    properties: [
                        new OA\Property(property: 'kind', type: 'string', enum: ['reinvested', 'cash', 'price_only', 'index']),
                        new OA\Property(property: 'value', type: 'number'),
                        new OA\Property(property: 'total', type: 'number'),
                        new OA\Property(property: 'annual', type: 'number', nullable: true),
                    ],
                ),
            ),
            new OA\Property(
                property: 'years',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['year', 'reinvested', 'price_only', 'dividends', 'return_reinvested', 'return_price_only', 'return_index'],
                    properties: [
                        new OA\Property(property: 'year', type: 'integer'),
                        new OA\Property(property: 'reinvested', type: 'number'),
                        new OA\Property(property: 'price_only', type: 'number'),
                        new OA\Property(property: 'dividends', type: 'number'),
                        new OA\Property(property: 'return_reinvested', type: 'number'),
                        new OA\Property(property: 'return_price_only', type: 'number'),
                        new OA\Property(property: 'return_index', type: 'number', nullable: true),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'DrawnLine',
        required: ['id', 'name', 'drawn_on', 'from_day', 'from_price', 'to_day', 'to_price', 'now', 'distance'],
        properties: [
            new OA\Property(property: 'id', type: 'integer'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'drawn_on', type: 'string'),
            new OA\Property(property: 'from_day', type: 'string', nullable: true, description: 'Null for a level'),
            new OA\Property(property: 'from_price', type: 'number'),
            new OA\Property(property: 'to_day', type: 'string', nullable: true),
            new OA\Property(property: 'to_price', type: 'number', nullable: true),
            new OA\Property(property: 'now', type: 'number', description: 'Where it stands on the last trading day'),
            new OA\Property(property: 'distance', type: 'number', nullable: true, description: 'From the last close to it, of the close'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'DrawnLineWanted',
        required: ['name', 'from_price'],
        properties: [
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'from_day', type: 'string', nullable: true),
            new OA\Property(property: 'from_price', type: 'number'),
            new OA\Property(property: 'to_day', type: 'string', nullable: true),
            new OA\Property(property: 'to_price', type: 'number', nullable: true),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/drawn-lines',
        operationId: 'drawnLines',
        parameters: [new TickerParameter(), new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Own levels and lines, in shares as they are counted on the day',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/DrawnLine')),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/drawn-lines',
        operationId: 'drawLine',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/DrawnLineWanted')),
        responses: [
            new OA\Response(response: 201, description: 'Kept', content: new OA\JsonContent(ref: '#/components/schemas/DrawnLine')),
        ],
    ),
]
#[
    OA\Put(
        path: '/drawn-lines/{id}',
        operationId: 'moveLine',
        parameters: [new NumberParameter()],
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/DrawnLineWanted')),
        responses: [
            new OA\Response(response: 200, description: 'Moved', content: new OA\JsonContent(ref: '#/components/schemas/DrawnLine')),
        ],
    ),
]
#[
    OA\Delete(
        path: '/drawn-lines/{id}',
        operationId: 'deleteLine',
        parameters: [new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'Deleted')],
    ),
]
final class MarketRoutes
{
}
