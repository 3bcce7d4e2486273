<?php

declare(strict_types=1);

namespace App\Feature\Driver;

use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What DriverController takes and answers.
#[
    OA\Get(
        path: '/companies/{ticker}/driver-model',
        operationId: 'proposedDrivers',
        parameters: [new TickerParameter(), new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'A model from what the company and its rivals reported',
                content: new OA\JsonContent(ref: '#/components/schemas/DriverDefinition'),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/driver-model',
        operationId: 'driverModel',
        parameters: [new TickerParameter(), new AsOfParameter()],
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/WantedDrivers')),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Revenue by its drivers, the market, what consensus implies, and what points of gross margin are worth',
                content: new OA\JsonContent(ref: '#/components/schemas/DriverModel'),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/driver-models',
        operationId: 'driverModels',
        parameters: [new TickerParameter(), new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Own models with their versions, the latest first',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/SavedDriverModel')),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/driver-models',
        operationId: 'keepDriverModel',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/WantedDrivers')),
        responses: [
            new OA\Response(
                response: 201,
                description: 'Kept as a new version',
                content: new OA\JsonContent(ref: '#/components/schemas/SavedDriverModel'),
            ),
        ],
    ),
]
#[
    OA\Delete(
        path: '/driver-models/{id}',
        operationId: 'deleteDriverModel',
        parameters: [new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'Deleted')],
    ),
]
#[
    OA\Schema(
        schema: 'DriverDefinition',
        required: ['years', 'companies'],
        properties: [
            new OA\Property(property: 'years', type: 'integer'),
            new OA\Property(
                property: 'companies',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['ticker', 'segments'],
                    properties: [
                        new OA\Property(property: 'ticker', type: 'string'),
                        new OA\Property(
                            property: 'segments',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['name', 'in_market', 'method', 'drivers'],
                                properties: [
                                    new OA\Property(property: 'name', type: 'string'),
                                    new OA\Property(property: 'in_market', type: 'boolean'),
                                    new OA\Property(property: 'method', type: 'string', enum: ['units_price', 'capacity', 'customers']),
                                    new OA\Property(
                                        property: 'drivers',
                                        type: 'object',
                                        additionalProperties: new OA\AdditionalProperties(ref: '#/components/schemas/RevenueDriver'),
                                    ),
                                    new OA\Property(
                                        property: 'past',
                                        type: 'array',
                                        description: 'What was typed of past years',
                                        items: new OA\Items(
                                            type: 'object',
                                            required: ['year'],
                                            properties: [
                                                new OA\Property(property: 'year', type: 'integer'),
                                                new OA\Property(property: 'units', type: 'number', nullable: true),
                                                new OA\Property(property: 'price', type: 'number', nullable: true),
                                            ],
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
    OA\Schema(
        schema: 'RevenueDriver',
        required: ['rule'],
        properties: [
            new OA\Property(property: 'rule', type: 'string', enum: ['growth', 'fading_growth', 'level', 'step', 'fade', 'values', 'as']),
            new OA\Property(property: 'start', type: 'number', nullable: true),
            new OA\Property(property: 'value', type: 'number', nullable: true),
            new OA\Property(property: 'to', type: 'number', nullable: true),
            new OA\Property(property: 'years', type: 'integer', nullable: true),
            new OA\Property(property: 'values', type: 'array', nullable: true, items: new OA\Items(type: 'number', nullable: true)),
            new OA\Property(property: 'of', type: 'string', nullable: true, description: 'company/segment/driver that it follows'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'WantedDrivers',
        allOf: [
            new OA\Schema(ref: '#/components/schemas/DriverDefinition'),
            new OA\Schema(
                properties: [
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'points', type: 'array', items: new OA\Items(type: 'number')),
                ],
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'SavedDriverModel',
        required: ['id', 'name', 'version', 'as_of', 'definition'],
        properties: [
            new OA\Property(property: 'id', type: 'integer'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'version', type: 'integer'),
            new OA\Property(property: 'as_of', type: 'string'),
            new OA\Property(property: 'definition', ref: '#/components/schemas/DriverDefinition'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'DriverModel',
        required: ['currency', 'years', 'companies', 'market', 'consensus', 'implied', 'sensitivity'],
        properties: [
            new OA\Property(property: 'currency', type: 'string'),
            new OA\Property(property: 'years', type: 'array', items: new OA\Items(type: 'integer')),
            new OA\Property(
                property: 'companies',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['ticker', 'name', 'revenue', 'segments'],
                    properties: [
                        new OA\Property(property: 'ticker', type: 'string'),
                        new OA\Property(property: 'name', type: 'string'),
                        new OA\Property(property: 'revenue', ref: '#/components/schemas/PriceLine'),
                        new OA\Property(
                            property: 'segments',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['name', 'unit', 'past', 'units', 'price', 'revenue'],
                                properties: [
                                    new OA\Property(property: 'name', type: 'string'),
                                    new OA\Property(property: 'unit', type: 'string'),
                                    new OA\Property(
                                        property: 'past',
                                        type: 'array',
                                        items: new OA\Items(
                                            type: 'object',
                                            required: ['year', 'units', 'price', 'typed'],
                                            properties: [
                                                new OA\Property(property: 'year', type: 'integer'),
                                                new OA\Property(property: 'units', type: 'number', nullable: true),
                                                new OA\Property(property: 'price', type: 'number', nullable: true),
                                                new OA\Property(property: 'typed', type: 'boolean'),
                                            ],
                                        ),
                                    ),
                                    new OA\Property(property: 'units', ref: '#/components/schemas/PriceLine'),
                                    new OA\Property(property: 'price', ref: '#/components/schemas/PriceLine'),
                                    new OA\Property(property: 'revenue', ref: '#/components/schemas/PriceLine'),
                                ],
                            ),
                        ),
                    ],
                ),
            ),
            new OA\Property(
                property: 'market',
                type: 'object',
                nullable: true,
                description: 'Null where fewer than two companies meet',
                required: ['value', 'units', 'by_value', 'by_units', 'past_years', 'past_by_value', 'past_by_units'],
                properties: [
                    new OA\Property(property: 'value', ref: '#/components/schemas/PriceLine'),
                    new OA\Property(property: 'units', ref: '#/components/schemas/PriceLine'),
                    new OA\Property(property: 'past_years', type: 'array', items: new OA\Items(type: 'integer')),
                    new OA\Property(
                        property: 'past_by_value',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['ticker', 'shares'],
                            properties: [
                                new OA\Property(property: 'ticker', type: 'string'),
                                new OA\Property(property: 'shares', ref: '#/components/schemas/PriceLine'),
                            ],
                        ),
                    ),
                    new OA\Property(
                        property: 'past_by_units',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['ticker', 'shares'],
                            properties: [
                                new OA\Property(property: 'ticker', type: 'string'),
                                new OA\Property(property: 'shares', ref: '#/components/schemas/PriceLine'),
                            ],
                        ),
                    ),
                    new OA\Property(
                        property: 'by_value',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['ticker', 'shares'],
                            properties: [
                                new OA\Property(property: 'ticker', type: 'string'),
                                new OA\Property(property: 'shares', ref: '#/components/schemas/PriceLine'),
                            ],
                        ),
                    ),
                    new OA\Property(
                        property: 'by_units',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['ticker', 'shares'],
                            properties: [
                                new OA\Property(property: 'ticker', type: 'string'),
                                new OA\Property(property: 'shares', ref: '#/components/schemas/PriceLine'),
                            ],
                        ),
                    ),
                ],
            ),
            new OA\Property(property: 'consensus', ref: '#/components/schemas/PriceLine'),
            new OA\Property(
                property: 'implied',
                type: 'array',
                description: 'Units at the price of the model that bring what consensus expects, and the price at its units',
                items: new OA\Items(
                    type: 'object',
                    required: ['segment', 'other_revenue', 'price', 'units', 'against_model', 'price_needed'],
                    properties: [
                        new OA\Property(property: 'segment', type: 'string'),
                        new OA\Property(property: 'other_revenue', ref: '#/components/schemas/PriceLine'),
                        new OA\Property(property: 'price', ref: '#/components/schemas/PriceLine'),
                        new OA\Property(property: 'units', ref: '#/components/schemas/PriceLine'),
                        new OA\Property(property: 'against_model', ref: '#/components/schemas/PriceLine'),
                        new OA\Property(property: 'price_needed', ref: '#/components/schemas/PriceLine'),
                    ],
                ),
            ),
            new OA\Property(
                property: 'sensitivity',
                type: 'object',
                nullable: true,
                required: ['gross_margin', 'tax_rate', 'points', 'earnings_per_share', 'per_point'],
                properties: [
                    new OA\Property(property: 'gross_margin', type: 'number'),
                    new OA\Property(property: 'tax_rate', type: 'number'),
                    new OA\Property(property: 'points', type: 'array', items: new OA\Items(type: 'number')),
                    new OA\Property(
                        property: 'earnings_per_share',
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/PriceLine'),
                    ),
                    new OA\Property(property: 'per_point', ref: '#/components/schemas/PriceLine'),
                ],
            ),
        ],
    ),
]
final class DriverRoutes
{
}
