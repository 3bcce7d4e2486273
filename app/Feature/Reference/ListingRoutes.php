<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What ListingController takes and answers.
#[
    OA\Post(
        path: '/companies/{ticker}/listings',
        operationId: 'putListing',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['exchange', 'ticker', 'from'],
                properties: [
                    new OA\Property(property: 'exchange', type: 'string', description: 'Its code'),
                    new OA\Property(property: 'ticker', type: 'string'),
                    new OA\Property(
                        property: 'from',
                        type: 'string',
                        nullable: true,
                        description: 'null where it is not known since when',
                    ),
                    new OA\Property(property: 'to', type: 'string', nullable: true, description: 'The day it was no longer listed so'),
                    new OA\Property(property: 'currency', type: 'string', nullable: true, description: 'That of the exchange by default'),
                    new OA\Property(property: 'reason', type: 'string', nullable: true, description: 'Why it ended'),
                    new OA\Property(
                        property: 'class',
                        type: 'string',
                        nullable: true,
                        description: 'The class of shares, which is made where it is not known; the main one by default',
                    ),
                    new OA\Property(
                        property: 'entitlement',
                        type: 'number',
                        nullable: true,
                        description: 'Shares of the main class that one of a new class has the rights of',
                    ),
                    new OA\Property(
                        property: 'main',
                        type: 'boolean',
                        nullable: true,
                        description: 'Whether its prices stand for the share; a main listing ends the one before it on its exchange',
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'Listed, or the listing of that ticker, exchange and day is changed',
                content: new OA\JsonContent(
                    required: ['ticker'],
                    properties: [new OA\Property(property: 'ticker', type: 'string')],
                    type: 'object',
                ),
            ),
        ],
    ),
]
#[
    OA\Delete(
        path: '/companies/{ticker}/listings/{id}',
        operationId: 'removeListing',
        parameters: [new TickerParameter(), new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'Removed; refused where it has prices or is the only one of its share')],
    ),
]
#[
    OA\Put(
        path: '/companies/{ticker}/identifiers',
        operationId: 'putIdentifier',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['security', 'scheme', 'value'],
                properties: [
                    new OA\Property(property: 'security', type: 'integer', description: 'The class of shares'),
                    new OA\Property(property: 'scheme', type: 'string', description: 'Such as isin'),
                    new OA\Property(property: 'value', type: 'string', nullable: true, description: 'null takes it away'),
                ],
            ),
        ),
        responses: [new OA\Response(response: 204, description: 'Kept')],
    ),
]
final class ListingRoutes
{
}
