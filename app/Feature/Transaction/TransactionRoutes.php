<?php

declare(strict_types=1);

namespace App\Feature\Transaction;

use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\Record;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What TransactionController takes and answers.
#[
    OA\Get(
        path: '/companies/{ticker}/transactions',
        operationId: 'transactions',
        parameters: [
            new TickerParameter(),
            new AsOfParameter(),
            new OA\QueryParameter(name: 'from', schema: new OA\Schema(type: 'string')),
            new OA\QueryParameter(name: 'until', schema: new OA\Schema(type: 'string')),
            new OA\QueryParameter(name: 'industry', schema: new OA\Schema(type: 'string')),
            new OA\QueryParameter(name: 'country', schema: new OA\Schema(type: 'string')),
            new OA\QueryParameter(name: 'buyer', schema: new OA\Schema(type: 'string')),
            new OA\QueryParameter(name: 'least', schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'most', schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(
                name: 'left',
                description: 'Those that do not count, in place of those the reader left out; 0 for none',
                schema: new OA\Schema(type: 'string'),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Past transactions, and what they say of a company',
                content: new OA\JsonContent(ref: '#/components/schemas/Transactions'),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/transactions',
        operationId: 'handTransactions',
        parameters: [new TickerParameter(), new AsOfParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(property: 'from', type: 'string'),
                    new OA\Property(property: 'until', type: 'string'),
                    new OA\Property(property: 'industry', type: 'string'),
                    new OA\Property(property: 'country', type: 'string'),
                    new OA\Property(property: 'buyer', type: 'string'),
                    new OA\Property(property: 'least', type: 'number'),
                    new OA\Property(property: 'most', type: 'number'),
                    new OA\Property(property: 'left', type: 'string'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'Kept as a valuation',
                content: new OA\JsonContent(
                    type: 'object',
                    required: ['id'],
                    properties: [new OA\Property(property: 'id', type: 'integer')],
                ),
            ),
        ],
    ),
]
#[
    OA\Put(
        path: '/companies/{ticker}/transactions/{transaction}',
        operationId: 'chooseTransaction',
        parameters: [
            new TickerParameter(),
            new OA\PathParameter(name: 'transaction', required: true, schema: new OA\Schema(type: 'integer')),
            new AsOfParameter(),
        ],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['in'],
                properties: [
                    new OA\Property(property: 'in', type: 'boolean'),
                    new OA\Property(property: 'reason', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [new OA\Response(response: 204, description: 'Kept')],
    ),
]
#[
    OA\Post(
        path: '/past-transactions',
        operationId: 'enterTransaction',
        parameters: [],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['announced_on', 'target', 'acquirer', 'buyer', 'industry', 'currency', 'price', 'stake'],
                properties: [
                    new OA\Property(property: 'announced_on', type: 'string'),
                    new OA\Property(property: 'target', type: 'string'),
                    new OA\Property(property: 'acquirer', type: 'string'),
                    new OA\Property(property: 'buyer', type: 'string', enum: ['company', 'fund', 'managers', 'other']),
                    new OA\Property(property: 'industry', type: 'string'),
                    new OA\Property(property: 'country', type: 'string', nullable: true),
                    new OA\Property(property: 'currency', type: 'string'),
                    new OA\Property(property: 'price', type: 'number'),
                    new OA\Property(property: 'stake', type: 'number'),
                    new OA\Property(property: 'net_debt', type: 'number', nullable: true),
                    new OA\Property(property: 'revenue', type: 'number', nullable: true),
                    new OA\Property(property: 'ebitda', type: 'number', nullable: true),
                    new OA\Property(property: 'ebit', type: 'number', nullable: true),
                    new OA\Property(property: 'net_income', type: 'number', nullable: true),
                    new OA\Property(property: 'payment', type: 'string', enum: ['cash', 'shares', 'both'], nullable: true),
                    new OA\Property(property: 'premium', type: 'number', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'Entered',
                content: new OA\JsonContent(
                    type: 'object',
                    required: ['id'],
                    properties: [new OA\Property(property: 'id', type: 'integer')],
                ),
            ),
        ],
    ),
]
#[
    OA\Put(
        path: '/past-transactions/{transaction}',
        operationId: 'changeTransaction',
        parameters: [new OA\PathParameter(name: 'transaction', required: true, schema: new OA\Schema(type: 'integer'))],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['announced_on', 'target', 'acquirer', 'buyer', 'industry', 'currency', 'price', 'stake'],
                properties: [
                    new OA\Property(property: 'announced_on', type: 'string'),
                    new OA\Property(property: 'target', type: 'string'),
                    new OA\Property(property: 'acquirer', type: 'string'),
                    new OA\Property(property: 'buyer', type: 'string', enum: ['company', 'fund', 'managers', 'other']),
                    new OA\Property(property: 'industry', type: 'string'),
                    new OA\Property(property: 'country', type: 'string', nullable: true),
                    new OA\Property(property: 'currency', type: 'string'),
                    new OA\Property(property: 'price', type: 'number'),
                    new OA\Property(property: 'stake', type: 'number'),
                    new OA\Property(property: 'net_debt', type: 'number', nullable: true),
                    new OA\Property(property: 'revenue', type: 'number', nullable: true),
                    new OA\Property(property: 'ebitda', type: 'number', nullable: true),
                    new OA\Property(property: 'ebit', type: 'number', nullable: true),
                    new OA\Property(property: 'net_income', type: 'number', nullable: true),
                    new OA\Property(property: 'payment', type: 'string', enum: ['cash', 'shares', 'both'], nullable: true),
                    new OA\Property(property: 'premium', type: 'number', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Changed',
                content: new OA\JsonContent(
                    type: 'object',
                    required: ['id'],
                    properties: [new OA\Property(property: 'id', type: 'integer')],
                ),
            ),
        ],
    ),
]
#[
    OA\Delete(
        path: '/past-transactions/{transaction}',
        operationId: 'deleteTransaction',
        parameters: [new OA\PathParameter(name: 'transaction', required: true, schema: new OA\Schema(type: 'integer'))],
        responses: [new OA\Response(response: 204, description: 'Deleted')],
    ),
]
#[
    Record('Transactions', [
        new OA\Property(property: 'as_of', type: 'string'),
        new OA\Property(property: 'known', type: 'integer'),
        new OA\Property(property: 'industry', type: 'string'),
        new OA\Property(
            property: 'transactions',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: [
                    'id',
                    'announced_on',
                    'target',
                    'acquirer',
                    'buyer',
                    'country',
                    'currency',
                    'payment',
                    'industry',
                    'industry_name',
                    'price',
                    'stake',
                    'net_debt',
                    'revenue',
                    'ebitda',
                    'ebit',
                    'net_income',
                    'premium',
                    'equity_value',
                    'enterprise_value',
                    'in',
                    'reason',
                    'multiples',
                ],
                properties: [
                    new OA\Property(property: 'id', type: 'integer'),
                    new OA\Property(property: 'announced_on', type: 'string'),
                    new OA\Property(property: 'target', type: 'string'),
                    new OA\Property(property: 'acquirer', type: 'string'),
                    new OA\Property(property: 'buyer', type: 'string'),
                    new OA\Property(property: 'country', type: 'string', nullable: true),
                    new OA\Property(property: 'currency', type: 'string'),
                    new OA\Property(property: 'payment', type: 'string', nullable: true),
                    new OA\Property(property: 'industry', type: 'string'),
                    new OA\Property(property: 'industry_name', type: 'string'),
                    new OA\Property(property: 'price', type: 'number'),
                    new OA\Property(property: 'stake', type: 'number'),
                    new OA\Property(property: 'net_debt', type: 'number', nullable: true),
                    new OA\Property(property: 'revenue', type: 'number', nullable: true),
                    new OA\Property(property: 'ebitda', type: 'number', nullable: true),
                    new OA\Property(property: 'ebit', type: 'number', nullable: true),
                    new OA\Property(property: 'net_income', type: 'number', nullable: true),
                    new OA\Property(property: 'premium', type: 'number', nullable: true),
                    new OA\Property(property: 'equity_value', type: 'number', nullable: true),
                    new OA\Property(property: 'enterprise_value', type: 'number', nullable: true),
                    new OA\Property(property: 'in', type: 'boolean'),
                    new OA\Property(property: 'reason', type: 'string', nullable: true),
                    new OA\Property(
                        property: 'multiples',
                        type: 'object',
                        additionalProperties: new OA\AdditionalProperties(type: 'number', nullable: true),
                    ),
                ],
            ),
        ),
        new OA\Property(property: 'counted', type: 'integer'),
        new OA\Property(
            property: 'statistics',
            type: 'object',
            additionalProperties: new OA\AdditionalProperties(
                type: 'object',
                required: ['count', 'low', 'lower_quartile', 'median', 'mean', 'upper_quartile', 'high'],
                properties: [
                    new OA\Property(property: 'count', type: 'integer'),
                    new OA\Property(property: 'low', type: 'number', nullable: true),
                    new OA\Property(property: 'lower_quartile', type: 'number', nullable: true),
                    new OA\Property(property: 'median', type: 'number', nullable: true),
                    new OA\Property(property: 'mean', type: 'number', nullable: true),
                    new OA\Property(property: 'upper_quartile', type: 'number', nullable: true),
                    new OA\Property(property: 'high', type: 'number', nullable: true),
                ],
            ),
        ),
        new OA\Property(property: 'currency', type: 'string'),
        new OA\Property(property: 'price', type: 'number', nullable: true),
        new OA\Property(property: 'net', type: 'number'),
        new OA\Property(
            property: 'values',
            type: 'object',
            additionalProperties: new OA\AdditionalProperties(
                type: 'object',
                required: ['enterprise_value', 'low', 'centre', 'high'],
                properties: [
                    new OA\Property(property: 'enterprise_value', type: 'number', nullable: true),
                    new OA\Property(property: 'low', type: 'number', nullable: true),
                    new OA\Property(property: 'centre', type: 'number', nullable: true),
                    new OA\Property(property: 'high', type: 'number', nullable: true),
                ],
            ),
        ),
        new OA\Property(
            property: 'figures',
            type: 'object',
            additionalProperties: new OA\AdditionalProperties(type: 'number', nullable: true),
        ),
        new OA\Property(property: 'blended_low', type: 'number', nullable: true),
        new OA\Property(property: 'blended', type: 'number', nullable: true),
        new OA\Property(property: 'blended_high', type: 'number', nullable: true),
    ]),
]
final class TransactionRoutes
{
}
