<?php

declare(strict_types=1);

namespace App\Feature\Layout;

use App\Http\OpenApi\NumberParameter;
use OpenApi\Attributes as OA;

// What LayoutController takes and answers.
#[
    OA\Get(
        path: '/layouts',
        operationId: 'layouts',
        parameters: [],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Own layouts of the first reading',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/ReadingLayout')),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/layouts',
        operationId: 'keepLayout',
        parameters: [],
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/WantedLayout')),
        responses: [
            new OA\Response(response: 201, description: 'Kept', content: new OA\JsonContent(ref: '#/components/schemas/ReadingLayout')),
        ],
    ),
]
#[
    OA\Put(
        path: '/layouts/{id}',
        operationId: 'changeLayout',
        parameters: [new NumberParameter()],
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/WantedLayout')),
        responses: [
            new OA\Response(response: 200, description: 'Changed', content: new OA\JsonContent(ref: '#/components/schemas/ReadingLayout')),
        ],
    ),
]
#[
    OA\Delete(
        path: '/layouts/{id}',
        operationId: 'deleteLayout',
        parameters: [new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'Deleted')],
    ),
]
#[
    OA\Schema(
        schema: 'ReadingLayout',
        required: ['id', 'name', 'template', 'is_default', 'pictures', 'sections', 'ten_years'],
        properties: [
            new OA\Property(property: 'id', type: 'integer'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'template', type: 'string'),
            new OA\Property(property: 'is_default', type: 'boolean'),
            new OA\Property(property: 'pictures', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(
                property: 'sections',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['title', 'keys'],
                    properties: [
                        new OA\Property(property: 'title', type: 'string'),
                        new OA\Property(property: 'keys', type: 'array', items: new OA\Items(type: 'string')),
                    ],
                ),
            ),
            new OA\Property(property: 'ten_years', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'WantedLayout',
        required: ['name', 'template', 'is_default', 'pictures', 'sections', 'ten_years'],
        properties: [
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'template', type: 'string'),
            new OA\Property(property: 'is_default', type: 'boolean'),
            new OA\Property(property: 'pictures', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(
                property: 'sections',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['title', 'keys'],
                    properties: [
                        new OA\Property(property: 'title', type: 'string'),
                        new OA\Property(property: 'keys', type: 'array', items: new OA\Items(type: 'string')),
                    ],
                ),
            ),
            new OA\Property(property: 'ten_years', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Arrangement',
        required: ['pictures', 'sections', 'ten_years'],
        properties: [
            new OA\Property(property: 'pictures', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(
                property: 'sections',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['title', 'keys'],
                    properties: [
                        new OA\Property(property: 'title', type: 'string'),
                        new OA\Property(property: 'keys', type: 'array', items: new OA\Items(type: 'string')),
                    ],
                ),
            ),
            new OA\Property(property: 'ten_years', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
final class LayoutRoutes
{
}
