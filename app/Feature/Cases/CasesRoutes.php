<?php

declare(strict_types=1);

namespace App\Feature\Cases;

use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What CasesController takes and answers.
#[
    OA\Post(
        path: '/companies/{ticker}/cases',
        operationId: 'cases',
        parameters: [new TickerParameter(), new AsOfParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(property: 'year', type: 'integer', description: 'Fiscal years ahead, 1 to 3'),
                    new OA\Property(property: 'rate', type: 'number', description: 'Return a year that is asked for'),
                    new OA\Property(
                        property: 'cases',
                        type: 'object',
                        additionalProperties: new OA\AdditionalProperties(
                            type: 'object',
                            properties: [
                                new OA\Property(
                                    property: 'move',
                                    type: 'number',
                                    nullable: true,
                                    description: 'From the mean of the houses, as a part of it',
                                ),
                                new OA\Property(
                                    property: 'own',
                                    type: 'number',
                                    nullable: true,
                                    description: 'Earnings a share of ones own',
                                ),
                                new OA\Property(property: 'multiple', type: 'number', nullable: true),
                            ],
                        ),
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Three cases, what each returns, and the price at which the base case returns what is asked for',
                content: new OA\JsonContent(ref: '#/components/schemas/Cases'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Cases',
        required: [
            'currency',
            'price',
            'year',
            'rate',
            'years',
            'consensus',
            'own',
            'history',
            'cases',
            'gain_to_loss',
            'price_for_rate',
            'dividends',
            'warning',
        ],
        properties: [
            new OA\Property(property: 'currency', type: 'string'),
            new OA\Property(property: 'price', type: 'number', nullable: true),
            new OA\Property(property: 'year', type: 'integer'),
            new OA\Property(property: 'rate', type: 'number'),
            new OA\Property(
                property: 'years',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['year', 'end', 'expected'],
                    properties: [
                        new OA\Property(property: 'year', type: 'integer'),
                        new OA\Property(property: 'end', type: 'string'),
                        new OA\Property(property: 'expected', type: 'boolean', description: 'Whether houses expect earnings of it'),
                    ],
                ),
            ),
            new OA\Property(
                property: 'consensus',
                type: 'object',
                description: 'Earnings a share of the year chosen',
                required: ['low', 'mean', 'high'],
                properties: [
                    new OA\Property(property: 'low', type: 'number', nullable: true),
                    new OA\Property(property: 'mean', type: 'number', nullable: true),
                    new OA\Property(property: 'high', type: 'number', nullable: true),
                ],
            ),
            new OA\Property(property: 'own', type: 'number', nullable: true, description: 'What the reader expects a share to earn'),
            new OA\Property(
                property: 'history',
                type: 'object',
                description: 'Price to earnings at the ends of ten fiscal years',
                required: ['low', 'mean', 'high', 'years'],
                properties: [
                    new OA\Property(property: 'low', type: 'number', nullable: true),
                    new OA\Property(property: 'mean', type: 'number', nullable: true),
                    new OA\Property(property: 'high', type: 'number', nullable: true),
                    new OA\Property(property: 'years', type: 'integer'),
                ],
            ),
            new OA\Property(
                property: 'cases',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['key', 'source', 'move', 'earnings', 'multiple', 'price', 'annual', 'upside'],
                    properties: [
                        new OA\Property(property: 'key', type: 'string', enum: ['bear', 'base', 'bull']),
                        new OA\Property(property: 'source', type: 'string', enum: ['consensus', 'reported', 'own']),
                        new OA\Property(property: 'move', type: 'number', nullable: true),
                        new OA\Property(property: 'earnings', type: 'number', nullable: true),
                        new OA\Property(property: 'multiple', type: 'number', nullable: true),
                        new OA\Property(property: 'price', type: 'number', nullable: true),
                        new OA\Property(property: 'annual', type: 'number', nullable: true, description: 'With expected dividends'),
                        new OA\Property(property: 'upside', type: 'number', nullable: true),
                    ],
                ),
            ),
            new OA\Property(
                property: 'gain_to_loss',
                type: 'number',
                nullable: true,
                description: 'Upside of the bull case for each part lost in the bear case',
            ),
            new OA\Property(
                property: 'price_for_rate',
                type: 'number',
                nullable: true,
                description: 'At which the base case returns the rate',
            ),
            new OA\Property(property: 'dividends', type: 'number', nullable: true),
            new OA\Property(property: 'warning', type: 'string', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'PriceOfInterest',
        required: ['ticker', 'name', 'price', 'currency', 'kept_on', 'note', 'cases', 'now', 'distance'],
        properties: [
            new OA\Property(property: 'ticker', type: 'string'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'price', type: 'number', description: 'In shares of the day'),
            new OA\Property(property: 'currency', type: 'string'),
            new OA\Property(property: 'kept_on', type: 'string'),
            new OA\Property(property: 'note', type: 'string'),
            new OA\Property(property: 'cases', type: 'object', additionalProperties: true),
            new OA\Property(property: 'now', type: 'number', nullable: true),
            new OA\Property(property: 'distance', type: 'number', nullable: true, description: 'Of the price of the day above it'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'KeptPrice',
        required: ['kept'],
        properties: [new OA\Property(property: 'kept', ref: '#/components/schemas/PriceOfInterest', nullable: true)],
    ),
]
#[
    OA\Get(
        path: '/prices-of-interest',
        operationId: 'pricesOfInterest',
        parameters: [new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Own prices of interest, the nearest first',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/PriceOfInterest')),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/price-of-interest',
        operationId: 'priceOfInterest',
        parameters: [new TickerParameter(), new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'The price of interest of a company',
                content: new OA\JsonContent(ref: '#/components/schemas/KeptPrice'),
            ),
        ],
    ),
]
#[
    OA\Put(
        path: '/companies/{ticker}/price-of-interest',
        operationId: 'keepPriceOfInterest',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['price'],
                properties: [
                    new OA\Property(property: 'price', type: 'number'),
                    new OA\Property(property: 'note', type: 'string'),
                    new OA\Property(property: 'cases', type: 'object', additionalProperties: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(response: 200, description: 'Kept', content: new OA\JsonContent(ref: '#/components/schemas/KeptPrice')),
        ],
    ),
]
#[
    OA\Delete(
        path: '/companies/{ticker}/price-of-interest',
        operationId: 'dropPriceOfInterest',
        parameters: [new TickerParameter()],
        responses: [new OA\Response(response: 204, description: 'Dropped')],
    ),
]
final class CasesRoutes
{
}
