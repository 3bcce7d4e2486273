<?php

declare(strict_types=1);

namespace App\Feature\Simulation;

use OpenApi\Attributes as OA;

// What SimulationController takes and answers.
#[
    OA\Get(
        path: '/simulation',
        operationId: 'simulation',
        responses: [
            new OA\Response(
                response: 200,
                description: 'The last day of the simulated exchange; none where nothing is simulated',
                content: new OA\JsonContent(
                    type: 'object',
                    required: ['day', 'task', 'going_on', 'ahead'],
                    properties: [
                        new OA\Property(property: 'day', type: 'string', nullable: true),
                        new OA\Property(
                            property: 'task',
                            type: 'integer',
                            nullable: true,
                            description: 'The work of going on, if who asks waits for it',
                        ),
                        new OA\Property(property: 'going_on', type: 'boolean'),
                        new OA\Property(
                            property: 'ahead',
                            type: 'boolean',
                            description: 'Whether days are stored whose metrics are not there, and which nobody sees yet',
                        ),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/simulation/advance',
        operationId: 'advanceSimulation',
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(property: 'days', type: 'integer', nullable: true, description: 'Trading days; one without any wish'),
                    new OA\Property(property: 'to', type: 'string', nullable: true, description: 'Up to a day'),
                    new OA\Property(
                        property: 'next_event',
                        type: 'boolean',
                        nullable: true,
                        description: 'Up to the next day on which a company reports',
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 202,
                description: 'It goes on, or did already',
                content: new OA\JsonContent(ref: '#/components/schemas/Task'),
            ),
        ],
    ),
]
final class SimulationRoutes
{
}
