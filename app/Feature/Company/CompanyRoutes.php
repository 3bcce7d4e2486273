<?php

declare(strict_types=1);

namespace App\Feature\Company;

use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What CompanyController takes and answers.
#[
    OA\Get(
        path: '/companies/{ticker}',
        operationId: 'company',
        parameters: [
            new TickerParameter(),
            new AsOfParameter(),
            new OA\QueryParameter(
                name: 'layout',
                description: 'Number of an own layout, or ready for the one that comes with the program; the default one if none is named',
                schema: new OA\Schema(type: 'string'),
            ),
            new OA\QueryParameter(name: 'beside', schema: new OA\Schema(type: 'string', enum: ['sector', 'peers'])),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'What it is, where its price stands, and the first reading',
                content: new OA\JsonContent(
                    required: ['ticker', 'listed_as', 'name', 'as_of', 'price', 'layout', 'arrangement', 'sections', 'history'],
                    properties: [
                        new OA\Property(
                            property: 'ticker',
                            type: 'string',
                            description: 'How the company is referred to, whatever the day',
                        ),
                        new OA\Property(property: 'listed_as', type: 'string', description: 'Ticker of the day'),
                        new OA\Property(
                            property: 'layout',
                            type: 'object',
                            nullable: true,
                            description: 'The own one it is arranged by',
                            required: ['id', 'name'],
                            properties: [
                                new OA\Property(property: 'id', type: 'integer'),
                                new OA\Property(property: 'name', type: 'string'),
                            ],
                        ),
                        new OA\Property(property: 'arrangement', ref: '#/components/schemas/Arrangement'),
                        new OA\Property(property: 'name', type: 'string'),
                        new OA\Property(property: 'as_of', type: 'string'),
                        new OA\Property(property: 'description', type: 'string'),
                        new OA\Property(property: 'template', type: 'string'),
                        new OA\Property(
                            property: 'template_chosen',
                            type: 'boolean',
                            description: 'Chosen by the reader instead of the filed kind of business',
                        ),
                        new OA\Property(property: 'sector', type: 'string'),
                        new OA\Property(property: 'sector_code', type: 'string'),
                        new OA\Property(
                            property: 'beside',
                            type: 'string',
                            enum: ['sector', 'peers'],
                            description: 'What stands for others: the sector, or the peers the reader chose',
                        ),
                        new OA\Property(property: 'country', type: 'string'),
                        new OA\Property(property: 'exchange', type: 'string'),
                        new OA\Property(property: 'isin', type: 'string', nullable: true),
                        new OA\Property(property: 'currency', type: 'string'),
                        new OA\Property(property: 'reporting_currency', type: 'string'),
                        new OA\Property(property: 'delisting', type: 'string', nullable: true),
                        new OA\Property(
                            property: 'price',
                            type: 'object',
                            required: ['close', 'change', 'day'],
                            properties: [
                                new OA\Property(property: 'close', type: 'number', nullable: true),
                                new OA\Property(property: 'change', type: 'number', nullable: true),
                                new OA\Property(property: 'day', type: 'string', nullable: true),
                            ],
                        ),
                        new OA\Property(
                            property: 'sections',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['title', 'figures'],
                                properties: [
                                    new OA\Property(property: 'title', type: 'string'),
                                    new OA\Property(
                                        property: 'figures',
                                        type: 'array',
                                        items: new OA\Items(
                                            type: 'object',
                                            required: ['key', 'label', 'figure', 'sector_median', 'standing'],
                                            properties: [
                                                new OA\Property(property: 'key', type: 'string'),
                                                new OA\Property(property: 'label', type: 'string'),
                                                new OA\Property(property: 'figure', ref: '#/components/schemas/Figure'),
                                                new OA\Property(property: 'sector_median', type: 'number', nullable: true),
                                                new OA\Property(
                                                    property: 'standing',
                                                    type: 'string',
                                                    nullable: true,
                                                    enum: ['better', 'worse'],
                                                    description: 'Against the median of the sector, in the direction that is better',
                                                ),
                                            ],
                                        ),
                                    ),
                                ],
                            ),
                        ),
                        new OA\Property(
                            property: 'history',
                            type: 'object',
                            required: ['years', 'rows'],
                            properties: [
                                new OA\Property(property: 'years', type: 'array', items: new OA\Items(type: 'integer')),
                                new OA\Property(
                                    property: 'rows',
                                    type: 'array',
                                    items: new OA\Items(
                                        type: 'object',
                                        required: ['key', 'label', 'figures'],
                                        properties: [
                                            new OA\Property(property: 'key', type: 'string'),
                                            new OA\Property(property: 'label', type: 'string'),
                                            new OA\Property(
                                                property: 'figures',
                                                type: 'array',
                                                items: new OA\Items(ref: '#/components/schemas/Figure'),
                                            ),
                                        ],
                                    ),
                                ),
                            ],
                        ),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/statements',
        operationId: 'statements',
        parameters: [
            new TickerParameter(),
            new OA\QueryParameter(
                name: 'statement',
                schema: new OA\Schema(type: 'string', enum: ['income', 'balance', 'cash_flow', 'per_share_and_counts']),
            ),
            new OA\QueryParameter(
                name: 'basis',
                schema: new OA\Schema(type: 'string', enum: ['annual', 'half_year', 'quarterly', 'trailing']),
            ),
            new OA\QueryParameter(
                name: 'view',
                schema: new OA\Schema(type: 'string', enum: ['amounts', 'per_share', 'common_size', 'growth', 'index']),
            ),
            new OA\QueryParameter(name: 'version', schema: new OA\Schema(type: 'string', enum: ['restated', 'first', 'adjusted'])),
            new OA\QueryParameter(name: 'most', schema: new OA\Schema(type: 'integer')),
            new AsOfParameter(),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'A statement over its periods, in the reporting currency',
                content: new OA\JsonContent(
                    required: ['currency', 'template', 'periods', 'rows'],
                    properties: [
                        new OA\Property(property: 'currency', type: 'string'),
                        new OA\Property(property: 'template', type: 'string'),
                        new OA\Property(property: 'periods', type: 'array', items: new OA\Items(ref: '#/components/schemas/PeriodHead')),
                        new OA\Property(
                            property: 'rows',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['key', 'label', 'total', 'unit', 'figures', 'marks'],
                                properties: [
                                    new OA\Property(property: 'key', type: 'string'),
                                    new OA\Property(property: 'label', type: 'string'),
                                    new OA\Property(property: 'total', type: 'boolean'),
                                    new OA\Property(property: 'unit', type: 'string'),
                                    new OA\Property(
                                        property: 'figures',
                                        type: 'array',
                                        items: new OA\Items(ref: '#/components/schemas/Figure'),
                                    ),
                                    new OA\Property(
                                        property: 'marks',
                                        type: 'array',
                                        description: 'What is special of a figure',
                                        items: new OA\Items(
                                            type: 'string',
                                            nullable: true,
                                            enum: ['corrected', 'adjusted', 'restated', 'total', 'balance', 'derived', 'zero', 'absent'],
                                        ),
                                    ),
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
        path: '/companies/{ticker}/picture',
        operationId: 'picture',
        parameters: [
            new TickerParameter(),
            new AsOfParameter(),
            new OA\QueryParameter(name: 'beside', schema: new OA\Schema(type: 'string', enum: ['sector', 'peers'])),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'What a first reading draws: price beside earnings, ten years, expectations, valuation within its ranges',
                content: new OA\JsonContent(ref: '#/components/schemas/Picture'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Picture',
        required: ['price', 'ten_years', 'expected', 'scales'],
        properties: [
            new OA\Property(
                property: 'price',
                type: 'object',
                required: ['currency', 'days', 'closes', 'basis', 'multiple', 'years', 'worth'],
                properties: [
                    new OA\Property(property: 'currency', type: 'string'),
                    new OA\Property(
                        property: 'days',
                        type: 'array',
                        description: 'Last trading day of each week of five years',
                        items: new OA\Items(type: 'string'),
                    ),
                    new OA\Property(property: 'closes', type: 'array', items: new OA\Items(type: 'number')),
                    new OA\Property(property: 'basis', type: 'string', description: 'What a share earns, by which it is measured'),
                    new OA\Property(
                        property: 'multiple',
                        type: 'number',
                        nullable: true,
                        description: 'Median of price to basis at the ends of the last ten fiscal years',
                    ),
                    new OA\Property(property: 'years', type: 'integer', description: 'How many of them had one'),
                    new OA\Property(
                        property: 'worth',
                        type: 'array',
                        description: 'Basis times that multiple, straight between fiscal year ends',
                        items: new OA\Items(type: 'number', nullable: true),
                    ),
                ],
            ),
            new OA\Property(
                property: 'ten_years',
                type: 'object',
                required: ['currency', 'years', 'rows'],
                properties: [
                    new OA\Property(property: 'currency', type: 'string'),
                    new OA\Property(property: 'years', type: 'array', items: new OA\Items(type: 'integer')),
                    new OA\Property(
                        property: 'rows',
                        type: 'array',
                        description: 'Revenue, and the margin that tells most of the kind of business',
                        items: new OA\Items(
                            type: 'object',
                            required: ['key', 'label', 'unit', 'figures'],
                            properties: [
                                new OA\Property(property: 'key', type: 'string'),
                                new OA\Property(property: 'label', type: 'string'),
                                new OA\Property(property: 'unit', type: 'string'),
                                new OA\Property(
                                    property: 'figures',
                                    type: 'array',
                                    items: new OA\Items(ref: '#/components/schemas/Figure'),
                                ),
                            ],
                        ),
                    ),
                ],
            ),
            new OA\Property(
                property: 'expected',
                type: 'array',
                description: 'Mean expected earnings a share of the coming fiscal years, each time they were told in two years',
                items: new OA\Items(ref: '#/components/schemas/ExpectedPath'),
            ),
            new OA\Property(
                property: 'scales',
                type: 'array',
                description: 'Valuation within its own ten fiscal year ends and within the sector without its tails',
                items: new OA\Items(
                    type: 'object',
                    required: ['key', 'label', 'figure', 'standing', 'own', 'sector'],
                    properties: [
                        new OA\Property(property: 'key', type: 'string'),
                        new OA\Property(property: 'label', type: 'string'),
                        new OA\Property(property: 'figure', ref: '#/components/schemas/Figure'),
                        new OA\Property(
                            property: 'standing',
                            type: 'string',
                            nullable: true,
                            enum: ['better', 'worse'],
                            description: 'Against the median of the sector, in the direction that is better',
                        ),
                        new OA\Property(property: 'own', ref: '#/components/schemas/Spread', nullable: true),
                        new OA\Property(property: 'sector', ref: '#/components/schemas/Spread', nullable: true),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ExpectedPath',
        required: ['year', 'days', 'means'],
        properties: [
            new OA\Property(property: 'year', type: 'integer'),
            new OA\Property(property: 'days', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'means', type: 'array', items: new OA\Items(type: 'number')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Spread',
        required: ['low', 'median', 'high'],
        properties: [
            new OA\Property(property: 'low', type: 'number'),
            new OA\Property(property: 'median', type: 'number'),
            new OA\Property(property: 'high', type: 'number'),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/metrics',
        operationId: 'metrics',
        parameters: [
            new TickerParameter(),
            new OA\QueryParameter(
                name: 'keys',
                required: true,
                description: 'Metric keys, comma separated',
                schema: new OA\Schema(type: 'string'),
            ),
            new AsOfParameter(),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Figures',
                content: new OA\JsonContent(
                    required: ['ticker', 'as_of', 'figures'],
                    properties: [
                        new OA\Property(property: 'ticker', type: 'string'),
                        new OA\Property(property: 'as_of', type: 'string'),
                        new OA\Property(
                            property: 'figures',
                            type: 'object',
                            additionalProperties: new OA\AdditionalProperties(ref: '#/components/schemas/Figure'),
                        ),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/working',
        operationId: 'working',
        parameters: [
            new TickerParameter(),
            new OA\QueryParameter(name: 'metric', description: 'A metric key or a formula', schema: new OA\Schema(type: 'string')),
            new OA\QueryParameter(name: 'line', schema: new OA\Schema(type: 'string')),
            new OA\QueryParameter(name: 'period', schema: new OA\Schema(type: 'integer')),
            new OA\QueryParameter(
                name: 'year',
                description: 'A completed fiscal year instead of today',
                schema: new OA\Schema(type: 'integer'),
            ),
            new OA\QueryParameter(name: 'basis', schema: new OA\Schema(type: 'string')),
            new AsOfParameter(),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'How a figure came about, its history and where it stands',
                content: new OA\JsonContent(
                    required: ['working', 'currency', 'history'],
                    properties: [
                        new OA\Property(property: 'working', ref: '#/components/schemas/Working'),
                        new OA\Property(property: 'currency', type: 'string'),
                        new OA\Property(property: 'note', type: 'string'),
                        new OA\Property(
                            property: 'history',
                            type: 'object',
                            required: ['years', 'values'],
                            properties: [
                                new OA\Property(property: 'years', type: 'array', items: new OA\Items(type: 'integer')),
                                new OA\Property(property: 'values', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
                            ],
                        ),
                        new OA\Property(
                            property: 'standing',
                            type: 'object',
                            nullable: true,
                            required: ['universe', 'sector', 'sector_median'],
                            properties: [
                                new OA\Property(property: 'universe', type: 'number', nullable: true),
                                new OA\Property(property: 'sector', type: 'number', nullable: true),
                                new OA\Property(property: 'sector_median', type: 'number', nullable: true),
                            ],
                        ),
                    ],
                ),
            ),
        ],
    ),
]
final class CompanyRoutes
{
}
