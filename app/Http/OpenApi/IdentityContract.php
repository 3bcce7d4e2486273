<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** The parts of the contract about what companies are called and where they are listed. */
#[
    OA\Schema(
        schema: 'FormerValue',
        required: ['value', 'until'],
        properties: [
            new OA\Property(property: 'value', type: 'string'),
            new OA\Property(property: 'until', type: 'string', description: 'The day from which it was no longer so'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Listing',
        required: ['id', 'reference', 'exchange', 'ticker', 'currency', 'from', 'to', 'ended_because', 'main', 'close', 'day'],
        properties: [
            new OA\Property(property: 'id', type: 'integer'),
            new OA\Property(property: 'reference', type: 'string', description: 'EXCHANGE:TICKER'),
            new OA\Property(property: 'exchange', type: 'string'),
            new OA\Property(property: 'ticker', type: 'string'),
            new OA\Property(property: 'currency', type: 'string'),
            new OA\Property(property: 'from', type: 'string', nullable: true),
            new OA\Property(property: 'to', type: 'string', nullable: true),
            new OA\Property(property: 'ended_because', type: 'string', nullable: true),
            new OA\Property(property: 'main', type: 'boolean', description: 'Whether its prices stand for the security'),
            new OA\Property(property: 'close', type: 'number', nullable: true),
            new OA\Property(property: 'day', type: 'string', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ListedSecurity',
        required: ['id', 'name', 'kind', 'main', 'entitlement', 'identifiers', 'shares', 'listings'],
        properties: [
            new OA\Property(property: 'id', type: 'integer'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'kind', type: 'string'),
            new OA\Property(property: 'main', type: 'boolean', description: 'Whether its price stands for the company'),
            new OA\Property(
                property: 'entitlement',
                type: 'number',
                description: 'Shares of the main class that one share has the rights of',
            ),
            new OA\Property(
                property: 'identifiers',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['scheme', 'value'],
                    properties: [new OA\Property(property: 'scheme', type: 'string'), new OA\Property(property: 'value', type: 'string')],
                ),
            ),
            new OA\Property(property: 'shares', ref: '#/components/schemas/Figure'),
            new OA\Property(property: 'listings', type: 'array', items: new OA\Items(ref: '#/components/schemas/Listing')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Identity',
        required: [
            'name',
            'former_names',
            'sector',
            'former_sectors',
            'reporting_currency',
            'former_reporting_currencies',
            'fiscal_year_end_month',
            'former_fiscal_year_ends',
            'indices',
            'market_value',
            'currency',
            'securities',
        ],
        properties: [
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'former_names', type: 'array', items: new OA\Items(ref: '#/components/schemas/FormerValue')),
            new OA\Property(property: 'sector', type: 'string'),
            new OA\Property(property: 'former_sectors', type: 'array', items: new OA\Items(ref: '#/components/schemas/FormerValue')),
            new OA\Property(property: 'reporting_currency', type: 'string'),
            new OA\Property(
                property: 'former_reporting_currencies',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/FormerValue'),
            ),
            new OA\Property(property: 'fiscal_year_end_month', type: 'integer'),
            new OA\Property(
                property: 'former_fiscal_year_ends',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/FormerValue'),
            ),
            new OA\Property(
                property: 'indices',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['ticker', 'name', 'from', 'to'],
                    properties: [
                        new OA\Property(property: 'ticker', type: 'string'),
                        new OA\Property(property: 'name', type: 'string'),
                        new OA\Property(property: 'from', type: 'string'),
                        new OA\Property(property: 'to', type: 'string', nullable: true),
                    ],
                ),
            ),
            new OA\Property(property: 'market_value', ref: '#/components/schemas/Figure'),
            new OA\Property(property: 'currency', type: 'string'),
            new OA\Property(property: 'securities', type: 'array', items: new OA\Items(ref: '#/components/schemas/ListedSecurity')),
        ],
    ),
]
final class IdentityContract
{
}
