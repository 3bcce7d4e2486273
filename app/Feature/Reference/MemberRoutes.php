<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\Record;
use OpenApi\Attributes as OA;

// What MemberController takes and answers.
#[
    Record('IndexMember', [
        new OA\Property(property: 'ticker', type: 'string'),
        new OA\Property(property: 'name', type: 'string'),
        new OA\Property(property: 'from', type: 'string'),
        new OA\Property(property: 'to', type: 'string', nullable: true, description: 'The day from which it was no longer a member'),
    ]),
]
#[
    Record('IndexMembers', [
        new OA\Property(property: 'id', type: 'integer'),
        new OA\Property(property: 'name', type: 'string'),
        new OA\Property(property: 'members', type: 'array', items: new OA\Items(ref: '#/components/schemas/IndexMember')),
    ]),
]
#[
    OA\Get(
        path: '/indices/{id}/members',
        operationId: 'members',
        parameters: [new NumberParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Who is in an index and was, from when to when',
                content: new OA\JsonContent(ref: '#/components/schemas/IndexMembers'),
            ),
        ],
    ),
]
#[
    OA\Put(
        path: '/indices/{id}/members',
        operationId: 'putMember',
        parameters: [new NumberParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['ticker', 'from'],
                properties: [
                    new OA\Property(property: 'ticker', type: 'string'),
                    new OA\Property(property: 'from', type: 'string'),
                    new OA\Property(property: 'to', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'It joined on that day, or the membership that began on it ends as told',
                content: new OA\JsonContent(ref: '#/components/schemas/IndexMembers'),
            ),
        ],
    ),
]
#[
    OA\Delete(
        path: '/indices/{id}/members',
        operationId: 'removeMember',
        parameters: [
            new NumberParameter(),
            new OA\QueryParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string')),
            new OA\QueryParameter(name: 'from', required: true, schema: new OA\Schema(type: 'string')),
        ],
        responses: [new OA\Response(response: 204, description: 'It never was a member from that day')],
    ),
]
final class MemberRoutes
{
}
