<?php

declare(strict_types=1);

namespace App\Feature\Valuation;

use App\Http\OpenApi\NumberParameter;
use OpenApi\Attributes as OA;

// What ValuationController takes and answers.
#[
    OA\Get(
        path: '/valuations',
        operationId: 'valuations',
        parameters: [new OA\QueryParameter(name: 'ticker', schema: new OA\Schema(type: 'string'))],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Own valuations',
                content: new OA\JsonContent(
                    type: 'array',
                    items: new OA\Items(
                        type: 'object',
                        required: [
                            'id',
                            'ticker',
                            'name',
                            'note',
                            'company',
                            'as_of',
                            'method',
                            'per_share',
                            'low',
                            'high',
                            'currency',
                            'changes',
                            'decided',
                        ],
                        properties: [
                            new OA\Property(property: 'id', type: 'integer'),
                            new OA\Property(property: 'ticker', type: 'string'),
                            new OA\Property(property: 'company', type: 'string'),
                            new OA\Property(property: 'name', type: 'string'),
                            new OA\Property(property: 'note', type: 'string'),
                            new OA\Property(property: 'as_of', type: 'string'),
                            new OA\Property(property: 'method', type: 'string', description: 'dcf, or peers or transactions for a range'),
                            new OA\Property(property: 'per_share', type: 'number', nullable: true),
                            new OA\Property(
                                property: 'low',
                                type: 'number',
                                nullable: true,
                                description: 'Of a range that was handed over',
                            ),
                            new OA\Property(property: 'high', type: 'number', nullable: true),
                            new OA\Property(property: 'currency', type: 'string'),
                            new OA\Property(property: 'changes', ref: '#/components/schemas/CashFlowChanges'),
                            new OA\Property(
                                property: 'decided',
                                type: 'boolean',
                                description: 'Whether there is a decision on the company',
                            ),
                        ],
                    ),
                ),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/valuations',
        operationId: 'saveValuation',
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['ticker', 'name'],
                properties: [
                    new OA\Property(property: 'ticker', type: 'string'),
                    new OA\Property(property: 'note', type: 'string'),
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'changes', ref: '#/components/schemas/CashFlowChanges'),
                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'Saved',
                content: new OA\JsonContent(required: ['id'], properties: [new OA\Property(property: 'id', type: 'integer')]),
            ),
        ],
    ),
]
#[
    OA\Delete(
        path: '/valuations/{id}',
        operationId: 'deleteValuation',
        parameters: [new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'Deleted')],
    ),
]
final class ValuationRoutes
{
}
