<?php

declare(strict_types=1);

namespace App\Feature\Stage;

use App\Http\OpenApi\Answer;
use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Shape;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What StageController takes and answers.
#[
    OA\Get(
        path: '/candidates',
        operationId: 'candidates',
        parameters: [new AsOfParameter()],
        responses: [new Answer('Candidates in the stages of one’s work', 'Candidates')],
    ),
]
#[
    OA\Put(
        path: '/work-stages',
        operationId: 'nameStages',
        requestBody: new Body(['stages' => 'StageBody[]', 'as_of?' => 'string?']),
        responses: [new Answer('Named', 'Candidates')],
    ),
]
#[
    OA\Put(
        path: '/companies/{ticker}/candidate',
        operationId: 'moveCandidate',
        parameters: [new TickerParameter()],
        requestBody: new Body(['stage?' => 'string?', 'note?' => 'string?', 'position?' => 'integer?', 'as_of?' => 'string?']),
        responses: [new Answer('It is there', 'Candidates')],
    ),
]
#[
    OA\Delete(
        path: '/companies/{ticker}/candidate',
        operationId: 'dropCandidate',
        parameters: [new TickerParameter()],
        responses: [new Answer('It is no candidate any more', status: 204)],
    ),
]
#[Shape('StageBody', ['key?' => 'string?', 'name' => 'string', 'need' => 'string'])]
#[Shape('Stage', ['key' => 'string', 'name' => 'string', 'need' => 'string'])]
#[Shape('StageNeed', ['key' => 'string', 'label' => 'string'])]
#[Shape('Candidates', ['as_of' => 'string', 'stages' => 'Stage[]', 'needs' => 'StageNeed[]', 'candidates' => 'Candidate[]'])]
#[
    Shape('Candidate', [
        'id' => 'integer', 'ticker' => 'string', 'name' => 'string', 'stage' => 'string', 'entered_on' => 'string', 'days' => 'integer',
        'note' => 'string?', 'lacks' => 'string?', 'notes' => 'integer', 'valuations' => 'integer', 'decisions' => 'integer',
        'held' => 'boolean', 'price' => 'number?', 'interest' => 'number?', 'distance' => 'number?',
    ]),
]
final class StageRoutes
{
}
