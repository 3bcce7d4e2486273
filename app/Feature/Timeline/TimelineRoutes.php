<?php

declare(strict_types=1);

namespace App\Feature\Timeline;

use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What TimelineController takes and answers.
#[
    OA\Get(
        path: '/companies/{ticker}/timeline',
        operationId: 'timeline',
        parameters: [
            new TickerParameter(),
            new AsOfParameter(),
            new OA\QueryParameter(
                name: 'kinds',
                description: 'Some of report, news, broker, insider, dividend, shares, note, decision, paper, with commas; all without any',
                schema: new OA\Schema(type: 'string'),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'What happened to the company, the latest first, at most 200 items',
                content: new OA\JsonContent(
                    required: ['items'],
                    properties: [
                        new OA\Property(
                            property: 'items',
                            type: 'array',
                            items: new OA\Items(ref: '#/components/schemas/TimelineItem'),
                        ),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'TimelineItem',
        required: ['day', 'minute', 'kind', 'title', 'text', 'paper'],
        properties: [
            new OA\Property(property: 'day', type: 'string'),
            new OA\Property(property: 'minute', type: 'integer', nullable: true),
            new OA\Property(
                property: 'kind',
                type: 'string',
                enum: ['report', 'news', 'broker', 'insider', 'dividend', 'shares', 'note', 'decision', 'paper'],
            ),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'text', type: 'string'),
            new OA\Property(property: 'paper', type: 'integer', nullable: true, description: 'Number of an own one'),
        ],
    ),
]
final class TimelineRoutes
{
}
