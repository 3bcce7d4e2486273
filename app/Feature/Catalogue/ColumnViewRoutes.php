<?php

declare(strict_types=1);

namespace App\Feature\Catalogue;

use App\Http\OpenApi\NumberParameter;
use OpenApi\Attributes as OA;

// What ColumnViewController takes and answers.
#[
    OA\Get(
        path: '/column-views',
        operationId: 'columnViews',
        responses: [
            new OA\Response(
                response: 200,
                description: 'Saved sets of columns',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/ColumnView')),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/column-views',
        operationId: 'saveColumnView',
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['name', 'columns'],
                properties: [
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'columns', type: 'array', items: new OA\Items(type: 'string')),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'Saved; one of the same name is replaced',
                content: new OA\JsonContent(ref: '#/components/schemas/ColumnView'),
            ),
        ],
    ),
]
#[
    OA\Delete(
        path: '/column-views/{id}',
        operationId: 'deleteColumnView',
        parameters: [new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'Deleted')],
    ),
]
final class ColumnViewRoutes
{
}
