<?php

declare(strict_types=1);

namespace App\Feature\CompanyList;

use App\Http\OpenApi\Answer;
use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\Shape;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What ListController takes and answers.
#[
    OA\Get(
        path: '/lists',
        operationId: 'lists',
        responses: [
            new OA\Response(
                response: 200,
                description: 'Own lists',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/CompanyList')),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/lists/{id}',
        operationId: 'list',
        parameters: [new NumberParameter()],
        responses: [
            new OA\Response(response: 200, description: 'One list', content: new OA\JsonContent(ref: '#/components/schemas/CompanyList')),
        ],
    ),
]
#[
    OA\Post(
        path: '/lists',
        operationId: 'saveList',
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['name', 'tickers'],
                properties: [
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'tickers', type: 'array', items: new OA\Items(type: 'string')),
                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(response: 201, description: 'Saved', content: new OA\JsonContent(ref: '#/components/schemas/CompanyList')),
        ],
    ),
]
#[
    OA\Put(
        path: '/lists/{id}/items/{ticker}',
        operationId: 'markItem',
        parameters: [new NumberParameter(), new TickerParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(property: 'mark', type: 'string', nullable: true, enum: ['keep', 'drop', 'later']),
                    new OA\Property(property: 'reason', type: 'string', nullable: true),
                    new OA\Property(property: 'note', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(response: 200, description: 'Marked', content: new OA\JsonContent(ref: '#/components/schemas/CompanyList')),
        ],
    ),
]
#[
    OA\Delete(
        path: '/lists/{id}',
        operationId: 'deleteList',
        parameters: [new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'Deleted')],
    ),
]
#[
    OA\Get(
        path: '/lists/{id}/watch',
        operationId: 'watchList',
        parameters: [new NumberParameter(), new AsOfParameter()],
        responses: [new Answer('The companies of a list as they stand', 'WatchedList')],
    ),
]
#[
    OA\Put(
        path: '/lists/{id}',
        operationId: 'changeList',
        parameters: [new NumberParameter()],
        requestBody: new Body(['name?' => 'string', 'columns?' => 'string[]', 'as_of?' => 'string?']),
        responses: [new Answer('Changed', 'WatchedList')],
    ),
]
#[
    OA\Post(
        path: '/lists/{id}/items/{ticker}',
        operationId: 'addToList',
        parameters: [new NumberParameter(), new TickerParameter()],
        responses: [new Answer('It is on the list', 'WatchedList')],
    ),
]
#[
    OA\Delete(
        path: '/lists/{id}/items/{ticker}',
        operationId: 'takeFromList',
        parameters: [new NumberParameter(), new TickerParameter()],
        responses: [new Answer('It is on the list no more', status: 204)],
    ),
]
#[
    Shape('WatchedList', [
        'id' => 'integer',
        'name' => 'string',
        'as_of' => 'string',
        'columns' => 'WatchColumn[]',
        'rows' => 'WatchedRow[]',
    ]),
]
#[Shape('WatchColumn', ['formula' => 'string', 'label' => 'string', 'unit' => 'string'])]
#[
    Shape('WatchedRow', [
        'ticker' => 'string',
        'name' => 'string',
        'mark' => 'string?',
        'note' => 'string?',
        'price' => 'number?',
        'day_change' => 'number?',
        'year_change' => 'number?',
        'spark' => 'number[]',
        'interest' => 'number?',
        'distance' => 'number?',
        'level' => 'WatchedLevel?',
        'conditions' => 'integer',
        'values' => 'number?[]',
    ]),
]
#[Shape('WatchedLevel', ['name' => 'string', 'price' => 'number', 'distance' => 'number'])]
final class ListRoutes
{
}
