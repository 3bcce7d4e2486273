<?php

declare(strict_types=1);

namespace App\Feature\Account;

use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\Record;
use OpenApi\Attributes as OA;

// What PeopleController takes and answers.
#[OA\Schema(schema: 'Role', type: 'string', enum: ['administrator', 'editor', 'reader'])]
#[
    Record('Person', [
        new OA\Property(property: 'id', type: 'integer'),
        new OA\Property(property: 'name', type: 'string'),
        new OA\Property(property: 'email', type: 'string'),
        new OA\Property(property: 'role', ref: '#/components/schemas/Role'),
        new OA\Property(property: 'since', type: 'string', nullable: true),
    ]),
]
#[
    Record('Invitation', [
        new OA\Property(property: 'id', type: 'integer'),
        new OA\Property(property: 'role', ref: '#/components/schemas/Role'),
        new OA\Property(property: 'made_by', type: 'string'),
        new OA\Property(property: 'expires_on', type: 'string'),
    ]),
]
#[
    OA\Get(
        path: '/accounts',
        operationId: 'accounts',
        responses: [
            new OA\Response(
                response: 200,
                description: 'Who has an account, and invitations that can still be used; for administrators',
                content: new OA\JsonContent(
                    required: ['people', 'invitations'],
                    properties: [
                        new OA\Property(property: 'people', type: 'array', items: new OA\Items(ref: '#/components/schemas/Person')),
                        new OA\Property(
                            property: 'invitations',
                            type: 'array',
                            items: new OA\Items(ref: '#/components/schemas/Invitation'),
                        ),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Put(
        path: '/accounts/{id}',
        operationId: 'changeRole',
        parameters: [new NumberParameter()],
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/RoleChoice')),
        responses: [
            new OA\Response(response: 200, description: 'Changed', content: new OA\JsonContent(ref: '#/components/schemas/Person')),
            new OA\Response(
                response: 409,
                description: 'It would leave no administrator',
                content: new OA\MediaType(
                    mediaType: 'application/problem+json',
                    schema: new OA\Schema(ref: '#/components/schemas/Problem'),
                ),
            ),
        ],
    ),
]
#[Record('RoleChoice', [new OA\Property(property: 'role', ref: '#/components/schemas/Role')])]
#[
    OA\Post(
        path: '/invitations',
        operationId: 'invite',
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/RoleChoice')),
        responses: [
            new OA\Response(
                response: 201,
                description: 'The link by which one person may make an account with that role; it is told once',
                content: new OA\JsonContent(
                    allOf: [
                        new OA\Schema(ref: '#/components/schemas/Invitation'),
                        new OA\Schema(required: ['link'], properties: [new OA\Property(property: 'link', type: 'string')]),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Delete(
        path: '/invitations/{id}',
        operationId: 'withdrawInvitation',
        parameters: [new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'It can no longer be used')],
    ),
]
final class PeopleRoutes
{
}
