<?php

declare(strict_types=1);

namespace App\Feature\BackTest;

use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\Page;
use App\Http\OpenApi\PageParameter;
use OpenApi\Attributes as OA;

// What BackTestController takes and answers.
#[
    OA\Get(
        path: '/back-tests',
        operationId: 'backTests',
        parameters: [new PageParameter()],
        responses: [
            new OA\Response(response: 200, description: 'Own back-tests, newest first, without results', content: new Page('BackTest')),
        ],
    ),
]
#[
    OA\Get(
        path: '/back-tests/{id}',
        operationId: 'backTest',
        parameters: [new NumberParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'One back-test with its result, once there is one',
                content: new OA\JsonContent(ref: '#/components/schemas/BackTest'),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/back-tests',
        operationId: 'startBackTest',
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/BackTestSettings')),
        responses: [
            new OA\Response(response: 201, description: 'Started', content: new OA\JsonContent(ref: '#/components/schemas/BackTest')),
        ],
    ),
]
#[
    OA\Delete(
        path: '/back-tests/{id}',
        operationId: 'deleteBackTest',
        parameters: [new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'Deleted, and cancelled if it was running')],
    ),
]
final class BackTestRoutes
{
}
