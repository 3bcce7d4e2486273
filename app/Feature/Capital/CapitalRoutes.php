<?php

declare(strict_types=1);

namespace App\Feature\Capital;

use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\Record;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What CapitalController takes and answers.
#[
    OA\Get(
        path: '/companies/{ticker}/beta',
        operationId: 'beta',
        parameters: [
            new TickerParameter(),
            new AsOfParameter(),
            new OA\QueryParameter(name: 'interval', schema: new OA\Schema(type: 'string', enum: ['day', 'week', 'month'])),
            new OA\QueryParameter(name: 'years', schema: new OA\Schema(type: 'integer')),
            new OA\QueryParameter(name: 'index', schema: new OA\Schema(type: 'string')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'A beta with the returns it is regressed on',
                content: new OA\JsonContent(ref: '#/components/schemas/BetaRegression'),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/bottom-up-beta',
        operationId: 'bottomUpBeta',
        parameters: [new TickerParameter(), new AsOfParameter()],
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/BottomUpChoices')),
        responses: [
            new OA\Response(
                response: 200,
                description: 'A beta out of those of other companies, in both orders',
                content: new OA\JsonContent(ref: '#/components/schemas/BottomUpBeta'),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/bottom-up-beta',
        operationId: 'keptBottomUpBeta',
        parameters: [new TickerParameter(), new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'As it is kept, or out of the peers',
                content: new OA\JsonContent(ref: '#/components/schemas/BottomUpBeta'),
            ),
        ],
    ),
]
#[
    OA\Put(
        path: '/companies/{ticker}/bottom-up-beta',
        operationId: 'keepBottomUpBeta',
        parameters: [new TickerParameter(), new AsOfParameter()],
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/BottomUpChoices')),
        responses: [
            new OA\Response(response: 200, description: 'Kept', content: new OA\JsonContent(ref: '#/components/schemas/BottomUpBeta')),
        ],
    ),
]
#[
    OA\Delete(
        path: '/companies/{ticker}/bottom-up-beta',
        operationId: 'dropBottomUpBeta',
        parameters: [new TickerParameter(), new AsOfParameter()],
        responses: [new OA\Response(response: 204, description: 'Dropped')],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/cost-of-capital',
        operationId: 'costOfCapital',
        parameters: [new TickerParameter(), new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'As it is kept, or what one starts with',
                content: new OA\JsonContent(ref: '#/components/schemas/CostOfCapital'),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/cost-of-capital',
        operationId: 'valueCostOfCapital',
        parameters: [new TickerParameter(), new AsOfParameter()],
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/CostOfCapitalChoices')),
        responses: [
            new OA\Response(
                response: 200,
                description: 'With other choices, keeping nothing',
                content: new OA\JsonContent(ref: '#/components/schemas/CostOfCapital'),
            ),
        ],
    ),
]
#[
    OA\Put(
        path: '/companies/{ticker}/cost-of-capital',
        operationId: 'keepCostOfCapital',
        parameters: [new TickerParameter(), new AsOfParameter()],
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/CostOfCapitalChoices')),
        responses: [
            new OA\Response(response: 200, description: 'Kept', content: new OA\JsonContent(ref: '#/components/schemas/CostOfCapital')),
        ],
    ),
]
#[
    OA\Delete(
        path: '/companies/{ticker}/cost-of-capital',
        operationId: 'dropCostOfCapital',
        parameters: [new TickerParameter(), new AsOfParameter()],
        responses: [new OA\Response(response: 204, description: 'Dropped')],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/excess-returns',
        operationId: 'excessReturns',
        parameters: [new TickerParameter(), new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Return on invested capital less its cost, of a company, its peers and its industry',
                content: new OA\JsonContent(ref: '#/components/schemas/ExcessReturns'),
            ),
        ],
    ),
]
#[
    Record('BetaRegression', [
        new OA\Property(property: 'as_of', type: 'string'),
        new OA\Property(property: 'interval', type: 'string', enum: ['day', 'week', 'month']),
        new OA\Property(property: 'years', type: 'integer'),
        new OA\Property(
            property: 'indices',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['key', 'name'],
                properties: [new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'name', type: 'string')],
            ),
        ),
        new OA\Property(
            property: 'line',
            type: 'object',
            required: ['beta', 'adjusted', 'alpha', 'standard_error', 'standard_error_alpha', 't', 'r_squared', 'observations'],
            properties: [
                new OA\Property(property: 'beta', type: 'number'),
                new OA\Property(property: 'adjusted', type: 'number'),
                new OA\Property(property: 'alpha', type: 'number'),
                new OA\Property(property: 'standard_error', type: 'number'),
                new OA\Property(property: 'standard_error_alpha', type: 'number'),
                new OA\Property(property: 't', type: 'number', nullable: true),
                new OA\Property(property: 'r_squared', type: 'number', nullable: true),
                new OA\Property(property: 'observations', type: 'integer'),
            ],
            nullable: true,
        ),
        new OA\Property(
            property: 'returns',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['day', 'security', 'index'],
                properties: [
                    new OA\Property(property: 'day', type: 'string'),
                    new OA\Property(property: 'security', type: 'number'),
                    new OA\Property(property: 'index', type: 'number'),
                ],
            ),
        ),
        new OA\Property(
            property: 'dropped',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['day', 'why'],
                properties: [
                    new OA\Property(property: 'day', type: 'string'),
                    new OA\Property(property: 'why', type: 'string', enum: ['unfinished', 'one_alone']),
                ],
            ),
        ),
        new OA\Property(
            property: 'alternatives',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['interval', 'years', 'beta', 'adjusted', 'standard_error', 'observations'],
                properties: [
                    new OA\Property(property: 'interval', type: 'string', enum: ['day', 'week', 'month']),
                    new OA\Property(property: 'years', type: 'integer'),
                    new OA\Property(property: 'beta', type: 'number', nullable: true),
                    new OA\Property(property: 'adjusted', type: 'number', nullable: true),
                    new OA\Property(property: 'standard_error', type: 'number', nullable: true),
                    new OA\Property(property: 'observations', type: 'integer'),
                ],
            ),
        ),
        new OA\Property(
            property: 'rolling',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['day', 'beta'],
                properties: [
                    new OA\Property(property: 'day', type: 'string'),
                    new OA\Property(property: 'beta', type: 'number', nullable: true),
                ],
            ),
        ),
    ]),
]
#[
    Record('BottomUpChoices', [
        new OA\Property(
            property: 'of',
            type: 'object',
            required: ['source', 'key', 'home'],
            properties: [
                new OA\Property(property: 'source', type: 'string', enum: ['peers', 'industry', 'list', 'named']),
                new OA\Property(property: 'key', type: 'string'),
                new OA\Property(property: 'home', type: 'boolean'),
            ],
        ),
        new OA\Property(
            property: 'excluded',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['ticker', 'reason'],
                properties: [new OA\Property(property: 'ticker', type: 'string'), new OA\Property(property: 'reason', type: 'string')],
            ),
        ),
        new OA\Property(property: 'debt_to_equity', type: 'number', nullable: true),
        new OA\Property(property: 'mean', type: 'boolean'),
        new OA\Property(property: 'weigh_by', type: 'string', enum: ['own', 'sales']),
        new OA\Property(
            property: 'businesses',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['name', 'industry', 'weight'],
                properties: [
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'industry', type: 'string'),
                    new OA\Property(property: 'weight', type: 'number'),
                ],
            ),
        ),
    ]),
]
#[
    Record('CostOfCapitalChoices', [
        new OA\Property(
            property: 'inputs',
            type: 'object',
            additionalProperties: new OA\AdditionalProperties(
                type: 'object',
                required: ['key'],
                properties: [
                    new OA\Property(property: 'key', type: 'string'),
                    new OA\Property(property: 'own', type: 'number', nullable: true),
                ],
            ),
        ),
        new OA\Property(
            property: 'extra',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['name', 'rate', 'reason'],
                properties: [
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'rate', type: 'number'),
                    new OA\Property(property: 'reason', type: 'string'),
                ],
            ),
        ),
        new OA\Property(property: 'leases', type: 'boolean'),
    ]),
]
#[
    Record('BottomUpBeta', [
        new OA\Property(property: 'kept_on', type: 'string', nullable: true),
        new OA\Property(property: 'choices', ref: '#/components/schemas/BottomUpChoices'),
        new OA\Property(property: 'tax', type: 'number'),
        new OA\Property(property: 'mean', type: 'boolean'),
        new OA\Property(property: 'own_debt_to_equity', type: 'number', nullable: true),
        new OA\Property(property: 'debt_to_equity', type: 'number', nullable: true),
        new OA\Property(property: 'own_beta', type: 'number', nullable: true),
        new OA\Property(
            property: 'companies',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['ticker', 'name', 'beta', 'market_value', 'debt', 'cash', 'revenue', 'tax', 'state', 'outlier', 'steps'],
                properties: [
                    new OA\Property(property: 'ticker', type: 'string'),
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'beta', type: 'number', nullable: true),
                    new OA\Property(property: 'market_value', type: 'number', nullable: true),
                    new OA\Property(property: 'debt', type: 'number', nullable: true),
                    new OA\Property(property: 'cash', type: 'number', nullable: true),
                    new OA\Property(property: 'revenue', type: 'number', nullable: true),
                    new OA\Property(property: 'tax', type: 'number'),
                    new OA\Property(property: 'state', type: 'string', enum: ['in', 'out', 'unknown']),
                    new OA\Property(property: 'outlier', type: 'boolean'),
                    new OA\Property(
                        property: 'steps',
                        type: 'object',
                        required: [
                            'gross_debt_to_equity',
                            'net_debt_to_equity',
                            'cash_share',
                            'unlevered_gross',
                            'unlevered_cash_corrected',
                            'unlevered_net',
                        ],
                        properties: [
                            new OA\Property(property: 'gross_debt_to_equity', type: 'number', nullable: true),
                            new OA\Property(property: 'net_debt_to_equity', type: 'number', nullable: true),
                            new OA\Property(property: 'cash_share', type: 'number', nullable: true),
                            new OA\Property(property: 'unlevered_gross', type: 'number', nullable: true),
                            new OA\Property(property: 'unlevered_cash_corrected', type: 'number', nullable: true),
                            new OA\Property(property: 'unlevered_net', type: 'number', nullable: true),
                        ],
                        nullable: true,
                    ),
                ],
            ),
        ),
        new OA\Property(property: 'used', type: 'integer'),
        new OA\Property(
            property: 'companies_first',
            type: 'object',
            required: ['unlevered_gross', 'unlevered_cash_corrected', 'unlevered_net', 'relevered_cash_corrected', 'relevered_net'],
            properties: [
                new OA\Property(property: 'unlevered_gross', type: 'number', nullable: true),
                new OA\Property(property: 'unlevered_cash_corrected', type: 'number', nullable: true),
                new OA\Property(property: 'unlevered_net', type: 'number', nullable: true),
                new OA\Property(property: 'relevered_cash_corrected', type: 'number', nullable: true),
                new OA\Property(property: 'relevered_net', type: 'number', nullable: true),
            ],
            nullable: true,
        ),
        new OA\Property(
            property: 'medians_first',
            type: 'object',
            required: [
                'beta',
                'gross_debt_to_equity',
                'net_debt_to_equity',
                'cash_share',
                'tax',
                'unlevered_gross',
                'unlevered_cash_corrected',
                'unlevered_net',
                'relevered_cash_corrected',
                'relevered_net',
            ],
            properties: [
                new OA\Property(property: 'beta', type: 'number', nullable: true),
                new OA\Property(property: 'gross_debt_to_equity', type: 'number', nullable: true),
                new OA\Property(property: 'net_debt_to_equity', type: 'number', nullable: true),
                new OA\Property(property: 'cash_share', type: 'number', nullable: true),
                new OA\Property(property: 'tax', type: 'number', nullable: true),
                new OA\Property(property: 'unlevered_gross', type: 'number', nullable: true),
                new OA\Property(property: 'unlevered_cash_corrected', type: 'number', nullable: true),
                new OA\Property(property: 'unlevered_net', type: 'number', nullable: true),
                new OA\Property(property: 'relevered_cash_corrected', type: 'number', nullable: true),
                new OA\Property(property: 'relevered_net', type: 'number', nullable: true),
            ],
            nullable: true,
        ),
        new OA\Property(property: 'difference', type: 'number', nullable: true),
        new OA\Property(
            property: 'together',
            type: 'object',
            required: ['businesses', 'beta', 'relevered'],
            properties: [
                new OA\Property(
                    property: 'businesses',
                    type: 'array',
                    items: new OA\Items(
                        type: 'object',
                        required: ['name', 'used', 'beta', 'weight', 'multiple', 'share'],
                        properties: [
                            new OA\Property(property: 'name', type: 'string'),
                            new OA\Property(property: 'used', type: 'integer'),
                            new OA\Property(property: 'beta', type: 'number', nullable: true),
                            new OA\Property(property: 'weight', type: 'number'),
                            new OA\Property(property: 'multiple', type: 'number', nullable: true),
                            new OA\Property(property: 'share', type: 'number', nullable: true),
                        ],
                    ),
                ),
                new OA\Property(property: 'beta', type: 'number', nullable: true),
                new OA\Property(property: 'relevered', type: 'number', nullable: true),
            ],
            nullable: true,
        ),
        new OA\Property(property: 'industry', type: 'string', description: 'Code of its own'),
        new OA\Property(
            property: 'own_businesses',
            type: 'object',
            description: 'What the company sold in each business it tells of, in its last fiscal year',
            additionalProperties: new OA\AdditionalProperties(type: 'number'),
        ),
        new OA\Property(
            property: 'own_profits',
            type: 'object',
            description: 'Its operating income in each; those without a profit are not told',
            additionalProperties: new OA\AdditionalProperties(type: 'number'),
        ),
    ]),
]
#[
    Record('CostOfCapital', [
        new OA\Property(property: 'kept_on', type: 'string', nullable: true),
        new OA\Property(
            property: 'inputs',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['key', 'label', 'unit', 'choice', 'own', 'value', 'alternatives'],
                properties: [
                    new OA\Property(
                        property: 'key',
                        type: 'string',
                        enum: ['risk_free', 'premium', 'beta', 'cost_of_debt', 'tax', 'debt_weight'],
                    ),
                    new OA\Property(property: 'label', type: 'string'),
                    new OA\Property(property: 'unit', type: 'string'),
                    new OA\Property(property: 'choice', type: 'string'),
                    new OA\Property(property: 'own', type: 'number', nullable: true),
                    new OA\Property(property: 'value', type: 'number', nullable: true),
                    new OA\Property(
                        property: 'alternatives',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['key', 'label', 'value', 'source', 'rate'],
                            properties: [
                                new OA\Property(property: 'key', type: 'string'),
                                new OA\Property(property: 'label', type: 'string'),
                                new OA\Property(property: 'value', type: 'number', nullable: true),
                                new OA\Property(property: 'source', type: 'string'),
                                new OA\Property(property: 'rate', type: 'number', nullable: true),
                            ],
                        ),
                    ),
                ],
            ),
        ),
        new OA\Property(
            property: 'extra',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['name', 'rate', 'reason'],
                properties: [
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'rate', type: 'number'),
                    new OA\Property(property: 'reason', type: 'string', nullable: true),
                ],
            ),
        ),
        new OA\Property(property: 'leases', type: 'boolean'),
        new OA\Property(property: 'cost_of_equity', type: 'number', nullable: true),
        new OA\Property(
            property: 'classes',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['name', 'value', 'weight', 'cost', 'after_tax'],
                properties: [
                    new OA\Property(property: 'name', type: 'string', enum: ['equity', 'debt', 'leases', 'preferred']),
                    new OA\Property(property: 'value', type: 'number'),
                    new OA\Property(property: 'weight', type: 'number'),
                    new OA\Property(property: 'cost', type: 'number'),
                    new OA\Property(property: 'after_tax', type: 'number'),
                ],
            ),
        ),
        new OA\Property(property: 'rate', type: 'number', nullable: true),
        new OA\Property(property: 'why_not', type: 'string', nullable: true),
        new OA\Property(property: 'warnings', type: 'array', items: new OA\Items(type: 'string')),
    ]),
]
#[
    Record('ExcessReturns', [
        new OA\Property(property: 'years', type: 'array', items: new OA\Items(type: 'integer')),
        new OA\Property(property: 'listed', type: 'boolean'),
        new OA\Property(property: 'industry', type: 'string'),
        new OA\Property(
            property: 'lines',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['ticker', 'name', 'listed', 'subject', 'returns', 'costs', 'excess'],
                properties: [
                    new OA\Property(property: 'ticker', type: 'string'),
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'listed', type: 'boolean'),
                    new OA\Property(property: 'subject', type: 'boolean'),
                    new OA\Property(property: 'returns', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
                    new OA\Property(property: 'costs', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
                    new OA\Property(property: 'excess', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
                ],
            ),
        ),
        new OA\Property(
            property: 'industry_years',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['year', 'companies', 'return', 'earning_share'],
                properties: [
                    new OA\Property(property: 'year', type: 'integer'),
                    new OA\Property(property: 'companies', type: 'integer'),
                    new OA\Property(property: 'return', type: 'number', nullable: true),
                    new OA\Property(property: 'earning_share', type: 'number', nullable: true),
                ],
            ),
        ),
        new OA\Property(property: 'own_cost', type: 'number', nullable: true),
    ]),
]
final class CapitalRoutes
{
}
