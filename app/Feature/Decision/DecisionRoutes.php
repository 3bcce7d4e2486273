<?php

declare(strict_types=1);

namespace App\Feature\Decision;

use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\Record;
use OpenApi\Attributes as OA;

// What DecisionController takes and answers.
#[
    OA\Get(
        path: '/decisions',
        operationId: 'decisions',
        parameters: [new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Own decisions with the distance of the price from the buy-below price',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Decision')),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/decisions',
        operationId: 'decide',
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['ticker', 'verdict', 'thesis', 'disproof', 'value_per_share', 'margin_of_safety'],
                properties: [
                    new OA\Property(property: 'ticker', type: 'string'),
                    new OA\Property(property: 'verdict', type: 'string', enum: ['buy', 'watch', 'pass']),
                    new OA\Property(property: 'thesis', type: 'string'),
                    new OA\Property(property: 'disproof', type: 'string'),
                    new OA\Property(property: 'value_per_share', type: 'number'),
                    new OA\Property(property: 'margin_of_safety', type: 'number'),
                    new OA\Property(property: 'valuation_id', type: 'integer', nullable: true),
                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(response: 201, description: 'Written down', content: new OA\JsonContent(ref: '#/components/schemas/Decision')),
        ],
    ),
]
#[
    OA\Get(
        path: '/decisions/outcomes',
        operationId: 'outcomes',
        parameters: [new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'What became of own decisions, one by one and together',
                content: new OA\JsonContent(ref: '#/components/schemas/Outcomes'),
            ),
        ],
    ),
]
#[
    Record('Outcomes', [
        new OA\Property(property: 'as_of', type: 'string'),
        new OA\Property(
            property: 'decisions',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: [
                    'id',
                    'ticker',
                    'name',
                    'verdict',
                    'method',
                    'decided_on',
                    'right',
                    'last',
                    'price_return',
                    'total_return',
                    'annualised',
                    'index_return',
                    'excess',
                    'reached_on',
                    'reached_after',
                    'gap_then',
                    'gap_now',
                    'closed_on',
                    'share_closed',
                ],
                properties: [
                    new OA\Property(property: 'id', type: 'integer'),
                    new OA\Property(property: 'ticker', type: 'string'),
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'verdict', type: 'string'),
                    new OA\Property(property: 'method', type: 'string'),
                    new OA\Property(property: 'decided_on', type: 'string'),
                    new OA\Property(property: 'right', type: 'boolean', nullable: true),
                    new OA\Property(property: 'last', type: 'string', nullable: true),
                    new OA\Property(property: 'price_return', type: 'number', nullable: true),
                    new OA\Property(property: 'total_return', type: 'number', nullable: true),
                    new OA\Property(property: 'annualised', type: 'number', nullable: true),
                    new OA\Property(property: 'index_return', type: 'number', nullable: true),
                    new OA\Property(property: 'excess', type: 'number', nullable: true),
                    new OA\Property(property: 'reached_on', type: 'string', nullable: true),
                    new OA\Property(property: 'reached_after', type: 'integer', nullable: true),
                    new OA\Property(property: 'gap_then', type: 'number', nullable: true),
                    new OA\Property(property: 'gap_now', type: 'number', nullable: true),
                    new OA\Property(property: 'closed_on', type: 'string', nullable: true),
                    new OA\Property(property: 'share_closed', type: 'number', nullable: true),
                ],
            ),
        ),
        new OA\Property(property: 'by_verdict', type: 'array', items: new OA\Items(ref: '#/components/schemas/DecisionRecord')),
        new OA\Property(property: 'by_method', type: 'array', items: new OA\Items(ref: '#/components/schemas/DecisionRecord')),
    ]),
]
#[
    Record('DecisionRecord', [
        new OA\Property(property: 'key', type: 'string'),
        new OA\Property(property: 'count', type: 'integer'),
        new OA\Property(property: 'judged', type: 'integer'),
        new OA\Property(property: 'right', type: 'integer'),
        new OA\Property(property: 'hit_rate', type: 'number', nullable: true),
        new OA\Property(property: 'mean_excess', type: 'number', nullable: true),
        new OA\Property(property: 'reached', type: 'integer'),
    ]),
]
#[
    OA\Get(
        path: '/position-size',
        operationId: 'positionSize',
        parameters: [
            new OA\QueryParameter(name: 'portfolio', required: true, schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'price', required: true, schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'invalidation', schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'position_cap', schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'sector_cap', schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'in_sector', schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'loss_limit', schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'cash', schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'held', schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'lot', schema: new OA\Schema(type: 'number')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'How much may be bought, and what binds; null without a limit',
                content: new OA\JsonContent(ref: '#/components/schemas/PositionSize'),
            ),
        ],
    ),
]
#[
    Record('PositionSize', [
        new OA\Property(
            property: 'limits',
            type: 'object',
            nullable: true,
            additionalProperties: new OA\AdditionalProperties(type: 'number', nullable: true),
        ),
        new OA\Property(property: 'binding', type: 'string', nullable: true, enum: ['position', 'sector', 'loss', 'cash']),
        new OA\Property(property: 'money', type: 'number', nullable: true),
        new OA\Property(property: 'quantity', type: 'number', nullable: true),
        new OA\Property(property: 'cost', type: 'number', nullable: true),
        new OA\Property(property: 'weight_after', type: 'number', nullable: true),
        new OA\Property(property: 'loss_at_invalidation', type: 'number', nullable: true),
    ]),
]
#[
    OA\Get(
        path: '/margin-of-safety',
        operationId: 'buyBelow',
        parameters: [
            new OA\QueryParameter(name: 'value', required: true, schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'margin', required: true, schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'price', schema: new OA\Schema(type: 'number')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'The price to stay below, and how far a price lies above it',
                content: new OA\JsonContent(
                    required: ['buy_below', 'distance'],
                    properties: [
                        new OA\Property(property: 'buy_below', type: 'number', nullable: true),
                        new OA\Property(property: 'distance', type: 'number', nullable: true),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Put(
        path: '/decisions/{id}',
        operationId: 'reviseDecision',
        parameters: [new NumberParameter()],
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/Decision')),
        responses: [
            new OA\Response(response: 200, description: 'Revised', content: new OA\JsonContent(ref: '#/components/schemas/Decision')),
        ],
    ),
]
#[
    OA\Delete(
        path: '/decisions/{id}',
        operationId: 'deleteDecision',
        parameters: [new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'Deleted; can be restored')],
    ),
]
#[
    OA\Post(
        path: '/decisions/{id}/restore',
        operationId: 'restoreDecision',
        parameters: [new NumberParameter()],
        responses: [
            new OA\Response(response: 200, description: 'Restored', content: new OA\JsonContent(ref: '#/components/schemas/Decision')),
        ],
    ),
]
final class DecisionRoutes
{
}
