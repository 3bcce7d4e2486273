<?php

declare(strict_types=1);

namespace App\Feature\EarningPower;

use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What EarningPowerController takes and answers.
#[
    OA\Get(
        path: '/companies/{ticker}/earning-power',
        operationId: 'earningPower',
        parameters: [
            new TickerParameter(),
            new AsOfParameter(),
            new OA\QueryParameter(name: 'basis', description: 'One of the bases answered', schema: new OA\Schema(type: 'string')),
            new OA\QueryParameter(
                name: 'years',
                description: 'Fiscal years that make the normal multiple, 3 to 20; 10 if none are named',
                schema: new OA\Schema(type: 'integer'),
            ),
            new OA\QueryParameter(
                name: 'rule',
                schema: new OA\Schema(type: 'string', enum: ['median', 'mean', 'trimmed_mean', 'sector', 'growth', 'own']),
            ),
            new OA\QueryParameter(name: 'own', description: 'The multiple to take', schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(
                name: 'growth',
                description: 'A year, for bases and years of which nobody tells what they expect',
                schema: new OA\Schema(type: 'number'),
            ),
            new OA\QueryParameter(name: 'exit', description: 'Fiscal years to the exit, 1 to 5', schema: new OA\Schema(type: 'integer')),
            new OA\QueryParameter(
                name: 'multiples',
                description: 'Of the exit, comma separated; quartiles and median of the own years if none are named',
                schema: new OA\Schema(type: 'string'),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'The price over what a share earns times a normal multiple, on one basis and on all, and returns of exits',
                content: new OA\JsonContent(ref: '#/components/schemas/EarningPower'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'EarningPower',
        required: [
            'currency',
            'basis',
            'bases',
            'multiple',
            'lower_multiple',
            'upper_multiple',
            'used',
            'growth',
            'points',
            'days',
            'closes',
            'line',
            'position',
            'adjusted',
            'others',
            'grid',
        ],
        properties: [
            new OA\Property(property: 'currency', type: 'string'),
            new OA\Property(property: 'basis', type: 'string'),
            new OA\Property(
                property: 'bases',
                type: 'array',
                description: 'That mean something for the kind of business, the usual one first',
                items: new OA\Items(
                    type: 'object',
                    required: ['key', 'label'],
                    properties: [new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'label', type: 'string')],
                ),
            ),
            new OA\Property(property: 'multiple', type: 'number', nullable: true, description: 'That is taken for normal'),
            new OA\Property(property: 'lower_multiple', type: 'number', nullable: true, description: 'First quartile of the own years'),
            new OA\Property(property: 'upper_multiple', type: 'number', nullable: true, description: 'Third quartile of the own years'),
            new OA\Property(property: 'used', type: 'integer', description: 'Fiscal years that had a multiple'),
            new OA\Property(
                property: 'growth',
                type: 'number',
                nullable: true,
                description: 'A year: as asked for, or of expected earnings',
            ),
            new OA\Property(
                property: 'points',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['end', 'expected', 'basis', 'price', 'multiple', 'value'],
                    properties: [
                        new OA\Property(property: 'end', type: 'string'),
                        new OA\Property(property: 'expected', type: 'boolean'),
                        new OA\Property(property: 'basis', type: 'number', nullable: true),
                        new OA\Property(property: 'price', type: 'number', nullable: true),
                        new OA\Property(property: 'multiple', type: 'number', nullable: true),
                        new OA\Property(property: 'value', type: 'number', nullable: true, description: 'Basis times the normal multiple'),
                    ],
                ),
            ),
            new OA\Property(property: 'days', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'closes', ref: '#/components/schemas/PriceLine'),
            new OA\Property(
                property: 'line',
                type: 'object',
                required: ['value', 'lower', 'upper'],
                properties: [
                    new OA\Property(property: 'value', ref: '#/components/schemas/PriceLine'),
                    new OA\Property(property: 'lower', ref: '#/components/schemas/PriceLine'),
                    new OA\Property(property: 'upper', ref: '#/components/schemas/PriceLine'),
                ],
            ),
            new OA\Property(
                property: 'position',
                type: 'object',
                description: 'Where the price stood, as shares of the days of which the line is known',
                required: ['days', 'above', 'above_band', 'below_band'],
                properties: [
                    new OA\Property(property: 'days', type: 'integer'),
                    new OA\Property(property: 'above', type: 'number', nullable: true),
                    new OA\Property(property: 'above_band', type: 'number', nullable: true),
                    new OA\Property(property: 'below_band', type: 'number', nullable: true),
                ],
            ),
            new OA\Property(
                property: 'adjusted',
                type: 'array',
                nullable: true,
                description: 'The line without what was marked as one-off; null where nothing was',
                items: new OA\Items(type: 'number', nullable: true),
            ),
            new OA\Property(
                property: 'others',
                type: 'array',
                description: 'All bases by the same rule',
                items: new OA\Items(
                    type: 'object',
                    required: ['key', 'label', 'multiple', 'days', 'closes', 'value', 'beside'],
                    properties: [
                        new OA\Property(property: 'key', type: 'string'),
                        new OA\Property(property: 'label', type: 'string'),
                        new OA\Property(property: 'multiple', type: 'number', nullable: true),
                        new OA\Property(property: 'days', type: 'array', items: new OA\Items(type: 'string')),
                        new OA\Property(property: 'closes', ref: '#/components/schemas/PriceLine'),
                        new OA\Property(property: 'value', ref: '#/components/schemas/PriceLine'),
                        new OA\Property(
                            property: 'beside',
                            type: 'number',
                            nullable: true,
                            description: 'The price above its line on the day, as a part of it',
                        ),
                    ],
                ),
            ),
            new OA\Property(
                property: 'grid',
                type: 'object',
                nullable: true,
                required: ['exit', 'years', 'dividends', 'missing_dividends', 'rows'],
                properties: [
                    new OA\Property(property: 'exit', type: 'string'),
                    new OA\Property(property: 'years', type: 'integer'),
                    new OA\Property(property: 'dividends', type: 'number', description: 'Collected a share until then'),
                    new OA\Property(
                        property: 'missing_dividends',
                        type: 'integer',
                        description: 'Fiscal years without an expected dividend',
                    ),
                    new OA\Property(
                        property: 'rows',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['key', 'label', 'expected', 'cells'],
                            properties: [
                                new OA\Property(property: 'key', type: 'string'),
                                new OA\Property(property: 'label', type: 'string'),
                                new OA\Property(
                                    property: 'expected',
                                    type: 'number',
                                    nullable: true,
                                    description: 'A share in the fiscal year of the exit',
                                ),
                                new OA\Property(
                                    property: 'cells',
                                    type: 'array',
                                    items: new OA\Items(
                                        type: 'object',
                                        required: ['multiple', 'exit', 'annual', 'price_only'],
                                        properties: [
                                            new OA\Property(property: 'multiple', type: 'number'),
                                            new OA\Property(property: 'exit', type: 'number', nullable: true),
                                            new OA\Property(property: 'annual', type: 'number', nullable: true),
                                            new OA\Property(property: 'price_only', type: 'number', nullable: true),
                                        ],
                                    ),
                                ),
                            ],
                        ),
                    ),
                ],
            ),
        ],
    ),
]
final class EarningPowerRoutes
{
}
