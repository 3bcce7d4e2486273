<?php

declare(strict_types=1);

namespace App\Feature\Desk;

use App\Http\OpenApi\Answer;
use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Shape;
use OpenApi\Attributes as OA;

// What DeskController takes and answers.
#[
    OA\Get(
        path: '/desk',
        operationId: 'desk',
        parameters: [new AsOfParameter()],
        responses: [new Answer('What changed of the companies one holds, watches and works on', 'Desk')],
    ),
]
#[
    OA\Put(
        path: '/desk/looked',
        operationId: 'looked',
        requestBody: new Body(['ticker?' => 'string?', 'through?' => 'string?', 'snoozed_until?' => 'string?']),
        responses: [new Answer('What was kept before', 'LookedBefore')],
    ),
]
#[Shape('LookedBefore', ['through' => 'string?', 'snoozed_until' => 'string?'])]
#[
    Shape('Desk', [
        'as_of' => 'string',
        'since' => 'string',
        'cared' => 'integer',
        'changes' => 'integer',
        'others' => 'integer',
        'companies' => 'ChangedCompany[]',
        'next' => 'NextDate[]',
    ]),
]
#[
    Shape('ChangedCompany', [
        'ticker' => 'string',
        'name' => 'string',
        'why' => 'string[]',
        'since' => 'string',
        'changes' => 'CompanyChange[]',
        'more' => 'integer',
    ]),
]
#[Shape('CompanyChange', ['kind' => 'string', 'day' => 'string', 'sentence' => 'string', 'size' => 'number?'])]
#[Shape('NextDate', ['ticker' => 'string', 'name' => 'string', 'day' => 'string', 'kind' => 'string', 'amount' => 'number?'])]
final class DeskRoutes
{
}
