<?php

declare(strict_types=1);

namespace App\Feature\Paper;

use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What PaperController takes and answers.
#[
    OA\Get(
        path: '/companies/{ticker}/papers',
        operationId: 'papers',
        parameters: [new TickerParameter(), new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Papers kept with the company, the latest first',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Paper')),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/papers',
        operationId: 'attachPaper',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\MediaType(
                mediaType: 'multipart/form-data',
                schema: new OA\Schema(
                    required: ['file'],
                    properties: [
                        new OA\Property(property: 'file', type: 'string', format: 'binary'),
                        new OA\Property(property: 'day', type: 'string', nullable: true),
                    ],
                ),
            ),
        ),
        responses: [new OA\Response(response: 201, description: 'Kept', content: new OA\JsonContent(ref: '#/components/schemas/Paper'))],
    ),
]
#[
    OA\Get(
        path: '/papers/{id}',
        operationId: 'readPaper',
        parameters: [new NumberParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'As it was handed in',
                content: new OA\MediaType(mediaType: 'application/octet-stream', schema: new OA\Schema(type: 'string', format: 'binary')),
            ),
        ],
    ),
]
#[
    OA\Delete(
        path: '/papers/{id}',
        operationId: 'deletePaper',
        parameters: [new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'Thrown away; can be taken back')],
    ),
]
#[
    OA\Post(
        path: '/papers/{id}/restore',
        operationId: 'restorePaper',
        parameters: [new NumberParameter()],
        responses: [
            new OA\Response(response: 200, description: 'Taken back', content: new OA\JsonContent(ref: '#/components/schemas/Paper')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Paper',
        required: ['id', 'name', 'media_type', 'size', 'day', 'has_text'],
        properties: [
            new OA\Property(property: 'id', type: 'integer'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'media_type', type: 'string'),
            new OA\Property(property: 'size', type: 'integer', description: 'Bytes'),
            new OA\Property(property: 'day', type: 'string'),
            new OA\Property(property: 'has_text', type: 'boolean', description: 'Whether its words are found'),
        ],
    ),
]
final class PaperRoutes
{
}
