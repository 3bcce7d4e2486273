<?php

declare(strict_types=1);

namespace App\Feature\Economy;

use App\Http\OpenApi\AsOfParameter;
use OpenApi\Attributes as OA;

// What EconomyController answers.
#[
    OA\Get(
        path: '/economy',
        operationId: 'economy',
        parameters: [new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Statistics, rates, forecasts and how they differed',
                content: new OA\JsonContent(ref: '#/components/schemas/EconomyOverview'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'EconomyOverview',
        required: ['as_of', 'series', 'surprises', 'recessions'],
        properties: [
            new OA\Property(property: 'as_of', type: 'string'),
            new OA\Property(
                property: 'series',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['key', 'label', 'percent', 'days', 'values', 'year_before', 'forecasts', 'paths'],
                    properties: [
                        new OA\Property(property: 'key', type: 'string'),
                        new OA\Property(property: 'label', type: 'string'),
                        new OA\Property(property: 'percent', type: 'boolean', description: 'Values are parts of one'),
                        new OA\Property(property: 'days', type: 'array', items: new OA\Items(type: 'string')),
                        new OA\Property(property: 'values', type: 'array', items: new OA\Items(type: 'number')),
                        new OA\Property(property: 'year_before', type: 'number', nullable: true),
                        new OA\Property(
                            property: 'forecasts',
                            type: 'array',
                            description: 'The last one for each year that is not over',
                            items: new OA\Items(
                                type: 'object',
                                required: ['year', 'value', 'made_on'],
                                properties: [
                                    new OA\Property(property: 'year', type: 'integer'),
                                    new OA\Property(property: 'value', type: 'number'),
                                    new OA\Property(property: 'made_on', type: 'string'),
                                ],
                            ),
                        ),
                        new OA\Property(
                            property: 'paths',
                            type: 'array',
                            description: 'What was forecast of a year through time',
                            items: new OA\Items(
                                type: 'object',
                                required: ['year', 'days', 'values', 'actual'],
                                properties: [
                                    new OA\Property(property: 'year', type: 'integer'),
                                    new OA\Property(property: 'days', type: 'array', items: new OA\Items(type: 'string')),
                                    new OA\Property(property: 'values', type: 'array', items: new OA\Items(type: 'number')),
                                    new OA\Property(
                                        property: 'actual',
                                        type: 'number',
                                        nullable: true,
                                        description: 'Mean of what was told of the year',
                                    ),
                                ],
                            ),
                        ),
                    ],
                ),
            ),
            new OA\Property(
                property: 'surprises',
                type: 'array',
                description: 'Activity beyond what was forecast, in usual surprises',
                items: new OA\Items(
                    type: 'object',
                    required: ['day', 'value'],
                    properties: [new OA\Property(property: 'day', type: 'string'), new OA\Property(property: 'value', type: 'number')],
                ),
            ),
            new OA\Property(
                property: 'recessions',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['start', 'end', 'lasts'],
                    properties: [
                        new OA\Property(property: 'start', type: 'string'),
                        new OA\Property(property: 'end', type: 'string'),
                        new OA\Property(property: 'lasts', type: 'boolean'),
                    ],
                ),
            ),
        ],
    ),
]
final class EconomyRoutes
{
}
