<?php

declare(strict_types=1);

namespace App\Feature\Finder;

use OpenApi\Attributes as OA;

// What FinderController takes and answers.
#[
    OA\Get(
        path: '/finder',
        operationId: 'find',
        parameters: [new OA\QueryParameter(name: 'q', required: true, schema: new OA\Schema(type: 'string'))],
        responses: [
            new OA\Response(
                response: 200,
                description: 'What was found, best first',
                content: new OA\JsonContent(
                    required: ['results'],
                    properties: [
                        new OA\Property(
                            property: 'results',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['kind', 'key', 'label', 'detail'],
                                properties: [
                                    new OA\Property(property: 'kind', type: 'string'),
                                    new OA\Property(property: 'key', type: 'string'),
                                    new OA\Property(property: 'label', type: 'string'),
                                    new OA\Property(property: 'detail', type: 'string'),
                                ],
                            ),
                        ),
                    ],
                ),
            ),
        ],
    ),
]
final class FinderRoutes
{
}
