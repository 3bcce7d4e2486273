<?php

declare(strict_types=1);

namespace App\Feature\Example;

use App\Http\OpenApi\Answer;
use App\Http\OpenApi\Body;
use OpenApi\Attributes as OA;

// What ExampleController takes and answers.
#[
    OA\Post(
        path: '/example',
        operationId: 'makeExample',
        requestBody: new Body(['as_of?' => 'string?']),
        responses: [new Answer('An example of the work was made: a list, stages, decisions, a portfolio', status: 204)],
    ),
]
final class ExampleRoutes
{
}
