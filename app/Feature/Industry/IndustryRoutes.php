<?php

declare(strict_types=1);

namespace App\Feature\Industry;

use App\Http\OpenApi\AsOfParameter;
use OpenApi\Attributes as OA;

// What IndustryController answers.
#[
    OA\Get(
        path: '/industries',
        operationId: 'industries',
        parameters: [new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Industries of the universe, the largest first',
                content: new OA\JsonContent(
                    required: ['currency', 'industries'],
                    properties: [
                        new OA\Property(property: 'currency', type: 'string'),
                        new OA\Property(
                            property: 'industries',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['code', 'name', 'companies', 'market_cap', 'price_to_earnings'],
                                properties: [
                                    new OA\Property(property: 'code', type: 'string'),
                                    new OA\Property(property: 'name', type: 'string'),
                                    new OA\Property(property: 'companies', type: 'integer'),
                                    new OA\Property(property: 'market_cap', type: 'number'),
                                    new OA\Property(property: 'price_to_earnings', type: 'number', nullable: true, description: 'Median'),
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
        path: '/industries/{code}',
        operationId: 'industry',
        parameters: [new OA\PathParameter(name: 'code', required: true, schema: new OA\Schema(type: 'string')), new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'An industry: members, sums and multiples through time, spread, shares',
                content: new OA\JsonContent(ref: '#/components/schemas/Industry'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Industry',
        required: ['code', 'name', 'as_of', 'currency', 'columns', 'members', 'spread', 'years'],
        properties: [
            new OA\Property(property: 'code', type: 'string'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'as_of', type: 'string'),
            new OA\Property(property: 'currency', type: 'string'),
            new OA\Property(
                property: 'columns',
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
                property: 'members',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['ticker', 'name', 'figures', 'share', 'share_change_1y', 'share_change_5y', 'share_year'],
                    properties: [
                        new OA\Property(property: 'ticker', type: 'string'),
                        new OA\Property(property: 'name', type: 'string'),
                        new OA\Property(
                            property: 'figures',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['value', 'state'],
                                properties: [
                                    new OA\Property(property: 'value', type: 'number', nullable: true),
                                    new OA\Property(property: 'state', type: 'string'),
                                ],
                            ),
                        ),
                        new OA\Property(property: 'share', type: 'number', nullable: true, description: 'Of the revenue of all'),
                        new OA\Property(property: 'share_change_1y', type: 'number', nullable: true),
                        new OA\Property(property: 'share_change_5y', type: 'number', nullable: true),
                        new OA\Property(property: 'share_year', type: 'integer', nullable: true),
                    ],
                ),
            ),
            new OA\Property(
                property: 'spread',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['key', 'label', 'unit', 'count', 'least', 'low', 'median', 'high', 'most'],
                    properties: [
                        new OA\Property(property: 'key', type: 'string'),
                        new OA\Property(property: 'label', type: 'string'),
                        new OA\Property(property: 'unit', type: 'string'),
                        new OA\Property(property: 'count', type: 'integer'),
                        new OA\Property(property: 'least', type: 'number', nullable: true),
                        new OA\Property(property: 'low', type: 'number', nullable: true),
                        new OA\Property(property: 'median', type: 'number', nullable: true),
                        new OA\Property(property: 'high', type: 'number', nullable: true),
                        new OA\Property(property: 'most', type: 'number', nullable: true),
                    ],
                ),
            ),
            new OA\Property(
                property: 'years',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: [
                        'year',
                        'companies',
                        'revenue',
                        'growth',
                        'operating_margin',
                        'margin_low',
                        'margin_median',
                        'margin_high',
                        'net_income',
                        'return_on_equity',
                        'multiples',
                    ],
                    properties: [
                        new OA\Property(property: 'year', type: 'integer'),
                        new OA\Property(property: 'companies', type: 'integer'),
                        new OA\Property(property: 'revenue', type: 'number', nullable: true),
                        new OA\Property(
                            property: 'growth',
                            type: 'number',
                            nullable: true,
                            description: 'Of companies that tell both years',
                        ),
                        new OA\Property(property: 'operating_margin', type: 'number', nullable: true),
                        new OA\Property(property: 'margin_low', type: 'number', nullable: true),
                        new OA\Property(property: 'margin_median', type: 'number', nullable: true),
                        new OA\Property(property: 'margin_high', type: 'number', nullable: true),
                        new OA\Property(property: 'net_income', type: 'number', nullable: true),
                        new OA\Property(property: 'return_on_equity', type: 'number', nullable: true),
                        new OA\Property(
                            property: 'multiples',
                            type: 'object',
                            required: ['price_to_earnings', 'ev_to_ebitda', 'price_to_book'],
                            properties: [
                                new OA\Property(
                                    property: 'price_to_earnings',
                                    type: 'object',
                                    required: ['low', 'median', 'high', 'weighted', 'companies'],
                                    properties: [
                                        new OA\Property(property: 'low', type: 'number', nullable: true),
                                        new OA\Property(property: 'median', type: 'number', nullable: true),
                                        new OA\Property(property: 'high', type: 'number', nullable: true),
                                        new OA\Property(
                                            property: 'weighted',
                                            type: 'number',
                                            nullable: true,
                                            description: 'Each company weighing what its shares are worth',
                                        ),
                                        new OA\Property(property: 'companies', type: 'integer'),
                                    ],
                                ),
                                new OA\Property(
                                    property: 'ev_to_ebitda',
                                    type: 'object',
                                    required: ['low', 'median', 'high', 'weighted', 'companies'],
                                    properties: [
                                        new OA\Property(property: 'low', type: 'number', nullable: true),
                                        new OA\Property(property: 'median', type: 'number', nullable: true),
                                        new OA\Property(property: 'high', type: 'number', nullable: true),
                                        new OA\Property(
                                            property: 'weighted',
                                            type: 'number',
                                            nullable: true,
                                            description: 'Each company weighing what its shares are worth',
                                        ),
                                        new OA\Property(property: 'companies', type: 'integer'),
                                    ],
                                ),
                                new OA\Property(
                                    property: 'price_to_book',
                                    type: 'object',
                                    required: ['low', 'median', 'high', 'weighted', 'companies'],
                                    properties: [
                                        new OA\Property(property: 'low', type: 'number', nullable: true),
                                        new OA\Property(property: 'median', type: 'number', nullable: true),
                                        new OA\Property(property: 'high', type: 'number', nullable: true),
                                        new OA\Property(
                                            property: 'weighted',
                                            type: 'number',
                                            nullable: true,
                                            description: 'Each company weighing what its shares are worth',
                                        ),
                                        new OA\Property(property: 'companies', type: 'integer'),
                                    ],
                                ),
                            ],
                        ),
                    ],
                ),
            ),
        ],
    ),
]
final class IndustryRoutes
{
}
