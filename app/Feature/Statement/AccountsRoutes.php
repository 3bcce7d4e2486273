<?php

declare(strict_types=1);

namespace App\Feature\Statement;

use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What AccountsController takes and answers.
#[
    OA\Get(
        path: '/companies/{ticker}/bridges',
        operationId: 'bridges',
        parameters: [
            new TickerParameter(),
            new OA\QueryParameter(name: 'period', schema: new OA\Schema(type: 'integer')),
            new AsOfParameter(),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'From revenue to net income, from net income to free cash flow, sources and uses of cash, working capital, '.
                    'book value, returns',
                content: new OA\JsonContent(ref: '#/components/schemas/Bridges'),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/breakdowns',
        operationId: 'breakdowns',
        parameters: [new TickerParameter(), new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Segments, regions and operating drivers, reconciled to the totals',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Breakdown')),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/property',
        operationId: 'propertyOverview',
        parameters: [
            new TickerParameter(),
            new AsOfParameter(),
            new OA\QueryParameter(
                name: 'period',
                description: 'Fiscal year, the latest without it',
                schema: new OA\Schema(type: 'integer'),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'What a property company owns and who rents it',
                content: new OA\JsonContent(ref: '#/components/schemas/PropertyOverview'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RentGroup',
        required: ['name', 'rent', 'share', 'leases', 'trade', 'standing', 'area', 'end'],
        properties: [
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'rent', type: 'number'),
            new OA\Property(property: 'share', type: 'number', nullable: true),
            new OA\Property(property: 'leases', type: 'integer'),
            new OA\Property(property: 'trade', type: 'string'),
            new OA\Property(property: 'standing', type: 'string'),
            new OA\Property(property: 'area', type: 'number', nullable: true),
            new OA\Property(property: 'end', type: 'string', nullable: true, description: 'Of the lease that ends first'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'BuildingGroup',
        required: ['name', 'buildings', 'area', 'occupancy', 'value', 'net_operating_income', 'share'],
        properties: [
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'buildings', type: 'integer'),
            new OA\Property(property: 'area', type: 'number', nullable: true),
            new OA\Property(property: 'occupancy', type: 'number', nullable: true),
            new OA\Property(property: 'value', type: 'number', nullable: true),
            new OA\Property(property: 'net_operating_income', type: 'number', nullable: true),
            new OA\Property(property: 'share', type: 'number', nullable: true, description: 'Of the value of all'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'PropertyOverview',
        required: ['currency', 'figures', 'years', 'shown'],
        properties: [
            new OA\Property(property: 'currency', type: 'string'),
            new OA\Property(property: 'figures', type: 'array', items: new OA\Items(ref: '#/components/schemas/NamedFigure')),
            new OA\Property(
                property: 'years',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: [
                        'period',
                        'label',
                        'filed_on',
                        'title',
                        'rent',
                        'occupancy',
                        'lease_term',
                        'rent_per_area',
                        'largest',
                        'ten_largest',
                        'effective_tenants',
                        'same_property_growth',
                    ],
                    properties: [
                        new OA\Property(property: 'period', type: 'integer'),
                        new OA\Property(property: 'label', type: 'string'),
                        new OA\Property(property: 'filed_on', type: 'string', nullable: true),
                        new OA\Property(property: 'title', type: 'string', nullable: true),
                        new OA\Property(property: 'rent', type: 'number'),
                        new OA\Property(property: 'occupancy', type: 'number', nullable: true),
                        new OA\Property(
                            property: 'lease_term',
                            type: 'number',
                            nullable: true,
                            description: 'Years to the end of leases, weighted by rent',
                        ),
                        new OA\Property(property: 'rent_per_area', type: 'number', nullable: true),
                        new OA\Property(property: 'largest', type: 'number', nullable: true),
                        new OA\Property(property: 'ten_largest', type: 'number', nullable: true),
                        new OA\Property(
                            property: 'effective_tenants',
                            type: 'number',
                            nullable: true,
                            description: 'So many tenants of equal rent would be as concentrated',
                        ),
                        new OA\Property(property: 'same_property_growth', type: 'number', nullable: true),
                    ],
                ),
            ),
            new OA\Property(
                property: 'shown',
                type: 'object',
                nullable: true,
                required: ['period', 'tenants', 'trades', 'standings', 'endings', 'sectors', 'places', 'buildings'],
                properties: [
                    new OA\Property(property: 'period', type: 'integer'),
                    new OA\Property(property: 'tenants', type: 'array', items: new OA\Items(ref: '#/components/schemas/RentGroup')),
                    new OA\Property(property: 'trades', type: 'array', items: new OA\Items(ref: '#/components/schemas/RentGroup')),
                    new OA\Property(property: 'standings', type: 'array', items: new OA\Items(ref: '#/components/schemas/RentGroup')),
                    new OA\Property(
                        property: 'endings',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['year', 'rent', 'share', 'leases'],
                            properties: [
                                new OA\Property(
                                    property: 'year',
                                    type: 'integer',
                                    nullable: true,
                                    description: 'Nought for those that have ended and run on, none without an end',
                                ),
                                new OA\Property(property: 'rent', type: 'number'),
                                new OA\Property(property: 'share', type: 'number', nullable: true),
                                new OA\Property(property: 'leases', type: 'integer'),
                            ],
                        ),
                    ),
                    new OA\Property(property: 'sectors', type: 'array', items: new OA\Items(ref: '#/components/schemas/BuildingGroup')),
                    new OA\Property(property: 'places', type: 'array', items: new OA\Items(ref: '#/components/schemas/BuildingGroup')),
                    new OA\Property(
                        property: 'buildings',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['name', 'sector', 'place', 'area', 'let_area', 'rent', 'net_operating_income', 'value'],
                            properties: [
                                new OA\Property(property: 'name', type: 'string'),
                                new OA\Property(property: 'sector', type: 'string'),
                                new OA\Property(property: 'place', type: 'string'),
                                new OA\Property(property: 'area', type: 'number', nullable: true),
                                new OA\Property(property: 'let_area', type: 'number', nullable: true),
                                new OA\Property(property: 'rent', type: 'number', nullable: true),
                                new OA\Property(property: 'net_operating_income', type: 'number', nullable: true),
                                new OA\Property(property: 'value', type: 'number', nullable: true),
                            ],
                        ),
                    ),
                ],
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/dividends',
        operationId: 'dividends',
        parameters: [new TickerParameter(), new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Dividends and share count through time, and how safe the dividend is',
                content: new OA\JsonContent(ref: '#/components/schemas/Dividends'),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/people',
        operationId: 'people',
        parameters: [new TickerParameter(), new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Holders, insiders, short positions',
                content: new OA\JsonContent(ref: '#/components/schemas/People'),
            ),
        ],
    ),
]
final class AccountsRoutes
{
}
