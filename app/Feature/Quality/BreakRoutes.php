<?php

declare(strict_types=1);

namespace App\Feature\Quality;

use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What BreakController takes and answers.
#[
    OA\Get(
        path: '/companies/{ticker}/breaks',
        operationId: 'breaks',
        parameters: [
            new TickerParameter(),
            new AsOfParameter(),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Breaks in the statements with what was decided, and everything marked as a one-off',
                content: new OA\JsonContent(
                    required: ['breaks', 'one_offs', 'currency'],
                    properties: [
                        new OA\Property(property: 'currency', type: 'string'),
                        new OA\Property(property: 'breaks', type: 'array', items: new OA\Items(ref: '#/components/schemas/Break')),
                        new OA\Property(property: 'one_offs', type: 'array', items: new OA\Items(ref: '#/components/schemas/OneOff')),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/one-offs',
        operationId: 'markOneOff',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['line', 'period', 'amount', 'before_tax'],
                properties: [
                    new OA\Property(property: 'line', type: 'string'),
                    new OA\Property(property: 'period', type: 'integer'),
                    new OA\Property(property: 'amount', type: 'number'),
                    new OA\Property(property: 'before_tax', type: 'boolean'),
                    new OA\Property(property: 'note', type: 'string'),
                    new OA\Property(property: 'break_key', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [new OA\Response(response: 201, description: 'Marked', content: new OA\JsonContent(ref: '#/components/schemas/OneOff'))],
    ),
]
#[
    OA\Put(
        path: '/one-offs/{id}',
        operationId: 'changeOneOff',
        parameters: [new NumberParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(property: 'amount', type: 'number'),
                    new OA\Property(property: 'before_tax', type: 'boolean'),
                    new OA\Property(property: 'note', type: 'string'),
                ],
            ),
        ),
        responses: [
            new OA\Response(response: 200, description: 'Changed', content: new OA\JsonContent(ref: '#/components/schemas/OneOff')),
        ],
    ),
]
#[
    OA\Delete(
        path: '/one-offs/{id}',
        operationId: 'unmarkOneOff',
        parameters: [new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'No longer marked')],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/judgements',
        operationId: 'judge',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['subject'],
                properties: [
                    new OA\Property(
                        property: 'subject',
                        type: 'string',
                        description: '"break:…" dismisses a break, "finding:…" accepts a finding',
                    ),
                    new OA\Property(property: 'note', type: 'string'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'Kept',
                content: new OA\JsonContent(required: ['id'], properties: [new OA\Property(property: 'id', type: 'integer')]),
            ),
        ],
    ),
]
#[
    OA\Delete(
        path: '/judgements/{id}',
        operationId: 'unjudge',
        parameters: [new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'Open again')],
    ),
]
final class BreakRoutes
{
}
