<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Http\OpenApi\Record;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What ProfileController takes and answers.
#[
    Record('Profile', [
        new OA\Property(property: 'name', type: 'string'),
        new OA\Property(property: 'country', type: 'string'),
        new OA\Property(property: 'sector', type: 'string', description: 'ISIC division or class; 00 where none is named'),
        new OA\Property(property: 'template', type: 'string', enum: ['industrial', 'bank', 'insurer', 'property']),
        new OA\Property(property: 'reporting_currency', type: 'string'),
        new OA\Property(property: 'fiscal_year_end_month', type: 'integer'),
        new OA\Property(property: 'description', type: 'string'),
    ]),
]
#[
    OA\Post(
        path: '/companies',
        operationId: 'makeCompany',
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['name', 'exchange', 'ticker', 'template', 'reporting_currency', 'fiscal_year_end_month'],
                properties: [
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'exchange', type: 'string'),
                    new OA\Property(property: 'ticker', type: 'string'),
                    new OA\Property(property: 'template', type: 'string', enum: ['industrial', 'bank', 'insurer', 'property']),
                    new OA\Property(property: 'reporting_currency', type: 'string'),
                    new OA\Property(property: 'fiscal_year_end_month', type: 'integer'),
                    new OA\Property(property: 'country', type: 'string'),
                    new OA\Property(property: 'sector', type: 'string'),
                    new OA\Property(property: 'description', type: 'string', nullable: true),
                    new OA\Property(property: 'currency', type: 'string', nullable: true, description: 'Of trading'),
                    new OA\Property(property: 'isin', type: 'string', nullable: true),
                    new OA\Property(property: 'listed_from', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'Made; the ticker means it on every day',
                content: new OA\JsonContent(required: ['ticker'], properties: [new OA\Property(property: 'ticker', type: 'string')]),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/profile',
        operationId: 'profile',
        parameters: [new TickerParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'What is known of a company besides its figures, as it is now',
                content: new OA\JsonContent(ref: '#/components/schemas/Profile'),
            ),
        ],
    ),
]
#[
    OA\Put(
        path: '/companies/{ticker}/profile',
        operationId: 'changeProfile',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'country', type: 'string'),
                    new OA\Property(property: 'sector', type: 'string'),
                    new OA\Property(property: 'template', type: 'string'),
                    new OA\Property(property: 'reporting_currency', type: 'string'),
                    new OA\Property(property: 'fiscal_year_end_month', type: 'integer'),
                    new OA\Property(property: 'description', type: 'string', nullable: true),
                    new OA\Property(
                        property: 'since',
                        type: 'string',
                        nullable: true,
                        description: 'The day from which it is so, what was before being kept; without one it was wrong at all times',
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(response: 200, description: 'Changed', content: new OA\JsonContent(ref: '#/components/schemas/Profile')),
        ],
    ),
]
#[
    OA\Delete(
        path: '/companies/{ticker}',
        operationId: 'removeCompany',
        parameters: [new TickerParameter()],
        responses: [new OA\Response(response: 204, description: 'Removed; refused where something is built on it')],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/merge',
        operationId: 'mergeCompany',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['into'],
                properties: [new OA\Property(property: 'into', type: 'string', description: 'The company that stays')],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'All that was known of the one is now of the other; refused where they report differently',
                content: new OA\JsonContent(
                    required: ['ticker'],
                    properties: [new OA\Property(property: 'ticker', type: 'string')],
                    type: 'object',
                ),
            ),
        ],
    ),
]
final class ProfileRoutes
{
}
