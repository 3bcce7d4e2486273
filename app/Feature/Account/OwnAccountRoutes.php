<?php

declare(strict_types=1);

namespace App\Feature\Account;

use App\Http\OpenApi\Answer;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\QueryParameter;
use App\Http\OpenApi\Shape;
use OpenApi\Attributes as OA;

// What OwnAccountController, PasswordResetController and AuditController take and answer.
#[
    Shape('SignIn', [
        'id' => 'integer',
        'address' => 'string',
        'agent' => 'string',
        'since' => 'string',
        'seen' => 'string',
        'current' => 'boolean',
    ]),
]
#[
    Shape('OwnAccount', [
        'name' => 'string',
        'email' => 'string',
        'role' => 'Role',
        'second_factor' => 'boolean',
        'recovery_codes' => 'integer',
        'sign_ins' => 'SignIn[]',
    ]),
]
#[OA\Get(path: '/account', operationId: 'ownAccount', responses: [new Answer('One’s own account', 'OwnAccount')])]
#[
    OA\Put(
        path: '/account/password',
        operationId: 'changePassword',
        requestBody: new Body(['current' => 'string', 'password' => 'string']),
        responses: [new Answer('Changed; everybody else who is signed in to the account is signed out', status: 204)],
    ),
]
#[
    OA\Delete(
        path: '/account/sign-ins',
        operationId: 'signOutElsewhere',
        responses: [new Answer('Signed out everywhere else', 'EndedSignIns')],
    ),
]
#[Shape('EndedSignIns', ['ended' => 'integer'])]
#[
    OA\Delete(
        path: '/account/sign-ins/{id}',
        operationId: 'endSignIn',
        parameters: [new NumberParameter()],
        responses: [new Answer('Signed out there', status: 204)],
    ),
]
#[
    OA\Post(
        path: '/account/second-factor',
        operationId: 'beginSecondFactor',
        requestBody: new Body(['current' => 'string']),
        responses: [new Answer('A secret for an authenticator program; it counts once a code of it was given', 'FactorSecret')],
    ),
]
#[Shape('FactorSecret', ['secret' => 'string', 'address' => 'string'])]
#[
    OA\Put(
        path: '/account/second-factor',
        operationId: 'confirmSecondFactor',
        requestBody: new Body(['code' => 'string']),
        responses: [new Answer('A code is asked for from now on; those for paper are told once', 'RecoveryCodes')],
    ),
]
#[Shape('RecoveryCodes', ['recovery_codes' => 'string[]'])]
#[
    OA\Post(
        path: '/account/second-factor/removal',
        operationId: 'removeSecondFactor',
        requestBody: new Body(['current' => 'string']),
        responses: [new Answer('The password is enough again', status: 204)],
    ),
]
#[
    OA\Post(
        path: '/account/removal',
        operationId: 'deleteAccount',
        requestBody: new Body(['current' => 'string']),
        responses: [new Answer('The account is deleted with everything that is its own', status: 204)],
    ),
]
#[
    OA\Post(
        path: '/password-resets',
        operationId: 'forgotPassword',
        requestBody: new Body(['email' => 'string']),
        responses: [new Answer('Where the address is known, a link is sent to it', status: 202)],
    ),
]
#[
    OA\Post(
        path: '/account-links',
        operationId: 'askForAccount',
        requestBody: new Body(['email' => 'string']),
        responses: [new Answer('Where anybody may make an account, a link is sent to the address', status: 202)],
    ),
]
#[
    OA\Put(
        path: '/password-resets',
        operationId: 'resetPassword',
        requestBody: new Body(['email' => 'string', 'token' => 'string', 'password' => 'string']),
        responses: [new Answer('Changed; nobody is signed in to the account, and its tokens are revoked', status: 204)],
    ),
]
#[
    OA\Post(
        path: '/accounts/{id}/reset-link',
        operationId: 'resetLink',
        parameters: [new NumberParameter()],
        responses: [new Answer('A link with which the person chooses another password; told once', 'ResetLink', 201)],
    ),
]
#[Shape('ResetLink', ['link' => 'string'])]
#[
    OA\Get(
        path: '/audit',
        operationId: 'audit',
        parameters: [new QueryParameter('before', 'integer'), new QueryParameter('action'), new QueryParameter('who')],
        responses: [new Answer('What was done to accounts and to what all share, the latest first; for administrators', 'AuditPage')],
    ),
]
#[
    OA\Get(
        path: '/audit/file',
        operationId: 'auditFile',
        parameters: [new QueryParameter('action'), new QueryParameter('who')],
        responses: [
            new OA\Response(
                response: 200,
                description: 'The same as a table, the oldest first',
                content: new OA\MediaType(mediaType: 'text/csv', schema: new OA\Schema(type: 'string')),
            ),
        ],
    ),
]
#[Shape('AuditPage', ['entries' => 'AuditEntry[]', 'more' => 'boolean'])]
#[
    Shape('AuditEntry', [
        'id' => 'integer',
        'at' => 'string',
        'who' => 'string',
        'action' => 'string',
        'subject' => 'string',
        'address' => 'string?',
    ]),
]
final class OwnAccountRoutes
{
}
