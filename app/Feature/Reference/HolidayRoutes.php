<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\Record;
use OpenApi\Attributes as OA;

// What HolidayController takes and answers.
#[
    Record('Holiday', [
        new OA\Property(property: 'day', type: 'string'),
        new OA\Property(property: 'name', type: 'string'),
    ]),
]
#[
    Record('ExchangeCalendar', [
        new OA\Property(property: 'exchange', type: 'string'),
        new OA\Property(property: 'days', type: 'array', items: new OA\Items(ref: '#/components/schemas/Holiday')),
    ]),
]
#[
    OA\Get(
        path: '/exchanges/{id}/holidays',
        operationId: 'holidays',
        parameters: [new NumberParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Days on which an exchange is closed though it would be open by its week, latest first',
                content: new OA\JsonContent(ref: '#/components/schemas/ExchangeCalendar'),
            ),
        ],
    ),
]
#[
    OA\Put(
        path: '/exchanges/{id}/holidays',
        operationId: 'putHolidays',
        parameters: [new NumberParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['days'],
                properties: [
                    new OA\Property(
                        property: 'days',
                        type: 'array',
                        items: new OA\Items(
                            required: ['day', 'name'],
                            properties: [
                                new OA\Property(property: 'day', type: 'string'),
                                new OA\Property(property: 'name', type: 'string', nullable: true),
                                new OA\Property(property: 'open', type: 'boolean', description: 'It is open after all'),
                            ],
                            type: 'object',
                        ),
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'The days are in the calendar; refused where shares were traded on one',
                content: new OA\JsonContent(ref: '#/components/schemas/ExchangeCalendar'),
            ),
        ],
    ),
]
final class HolidayRoutes
{
}
