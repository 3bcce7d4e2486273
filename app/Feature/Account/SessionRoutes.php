<?php

declare(strict_types=1);

namespace App\Feature\Account;

use OpenApi\Attributes as OA;

// What SessionController takes and answers.
#[
    OA\Get(
        path: '/session',
        operationId: 'session',
        responses: [
            new OA\Response(
                response: 200,
                description: 'Who is signed in, if anyone',
                content: new OA\JsonContent(
                    required: ['user', 'demo', 'accounts'],
                    properties: [
                        new OA\Property(
                            property: 'user',
                            type: 'object',
                            nullable: true,
                            required: ['name', 'email', 'role'],
                            properties: [
                                new OA\Property(property: 'name', type: 'string'),
                                new OA\Property(property: 'email', type: 'string'),
                                new OA\Property(property: 'role', ref: '#/components/schemas/Role'),
                            ],
                        ),
                        new OA\Property(property: 'demo', type: 'boolean'),
                        new OA\Property(
                            property: 'accounts',
                            type: 'string',
                            enum: ['first', 'open', 'by_mail', 'closed'],
                            description: 'Who may make an account: the first to come, anybody, anybody by a link to their address, or '.
                                'only who is invited',
                        ),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/session',
        operationId: 'signIn',
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['email', 'password'],
                properties: [
                    new OA\Property(property: 'email', type: 'string'),
                    new OA\Property(property: 'password', type: 'string'),
                    new OA\Property(property: 'code', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [new OA\Response(response: 200, description: 'Signed in')],
    ),
]
#[
    OA\Post(
        path: '/session/demo',
        operationId: 'signInToDemo',
        responses: [new OA\Response(response: 200, description: 'Signed in to the demo account')],
    ),
]
#[
    OA\Post(
        path: '/users',
        operationId: 'register',
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['name', 'email', 'password'],
                properties: [
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'email', type: 'string'),
                    new OA\Property(property: 'password', type: 'string'),
                    new OA\Property(
                        property: 'invitation',
                        type: 'string',
                        nullable: true,
                        description: 'What the link of an invitation holds, or one that was sent to the address',
                    ),
                ],
            ),
        ),
        responses: [new OA\Response(response: 200, description: 'Account made and signed in')],
    ),
]
#[OA\Delete(path: '/session', operationId: 'signOut', responses: [new OA\Response(response: 204, description: 'Signed out')])]
final class SessionRoutes
{
}
