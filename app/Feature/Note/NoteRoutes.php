<?php

declare(strict_types=1);

namespace App\Feature\Note;

use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What NoteController takes and answers.
#[
    OA\Get(
        path: '/companies/{ticker}/notes',
        operationId: 'notes',
        parameters: [
            new TickerParameter(),
            new OA\QueryParameter(
                name: 'figure',
                description: 'Only notes on these, comma separated: line@period, line, @period, a metric, a metric@year, or * for the '
                    .'company as a whole',
                schema: new OA\Schema(type: 'string'),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Own notes on a company, latest first',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Note')),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/notes',
        operationId: 'writeNote',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['body'],
                properties: [
                    new OA\Property(property: 'figure', type: 'string', nullable: true),
                    new OA\Property(property: 'body', type: 'string', description: 'Markdown'),
                ],
            ),
        ),
        responses: [new OA\Response(response: 201, description: 'Written', content: new OA\JsonContent(ref: '#/components/schemas/Note'))],
    ),
]
#[
    OA\Delete(
        path: '/notes/{id}',
        operationId: 'deleteNote',
        parameters: [new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'Deleted')],
    ),
]
final class NoteRoutes
{
}
