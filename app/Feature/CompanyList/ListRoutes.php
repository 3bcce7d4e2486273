<?php

declare(strict_types=1);

namespace App\Feature\CompanyList;

use App\Http\OpenApi\NumberParameter;
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
        parameters: [
            new NumberParameter(),
            new TickerParameter(),
        ],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(property: 'mark', type: 'string', nullable: true, enum: ['keep', 'drop', 'later']),
                    new OA\Property(property: 'reason', type: 'string', nullable: true),
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
final class ListRoutes
{
}
