<?php

declare(strict_types=1);

namespace App\Feature\Account;

use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\Record;
use OpenApi\Attributes as OA;

// What TokenController takes and answers.
#[
    Record('Token', [
        new OA\Property(property: 'id', type: 'integer'),
        new OA\Property(property: 'name', type: 'string'),
        new OA\Property(property: 'reads_only', type: 'boolean'),
        new OA\Property(property: 'made_on', type: 'string', nullable: true),
    ]),
]
#[
    OA\Get(
        path: '/tokens',
        operationId: 'tokens',
        responses: [
            new OA\Response(
                response: 200,
                description: 'The tokens of whoever asks',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Token')),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/tokens',
        operationId: 'makeToken',
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['name'],
                properties: [
                    new OA\Property(property: 'name', type: 'string', maxLength: 120),
                    new OA\Property(property: 'reads_only', description: 'true by default', type: 'boolean'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'Made; the token itself is told once',
                content: new OA\JsonContent(
                    allOf: [
                        new OA\Schema(ref: '#/components/schemas/Token'),
                        new OA\Schema(required: ['token'], properties: [new OA\Property(property: 'token', type: 'string')]),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Delete(
        path: '/tokens/{id}',
        operationId: 'revokeToken',
        parameters: [new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'Revoked')],
    ),
]
final class TokenRoutes
{
}
