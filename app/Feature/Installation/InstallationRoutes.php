<?php

declare(strict_types=1);

namespace App\Feature\Installation;

use App\Http\OpenApi\Record;
use OpenApi\Attributes as OA;

// What InstallationController takes and answers.
#[
    Record('Installation', [
        new OA\Property(property: 'currency', type: 'string', description: 'In which companies are compared'),
        new OA\Property(property: 'equity_risk_premium', type: 'number'),
        new OA\Property(property: 'corporate_tax_rate', type: 'number'),
        new OA\Property(property: 'new_accounts', type: 'string', enum: ['closed', 'reader', 'editor']),
        new OA\Property(
            property: 'chosen',
            type: 'array',
            items: new OA\Items(type: 'string'),
            description: 'Settings that were chosen; the others stand as they came',
        ),
    ]),
]
#[
    OA\Get(
        path: '/installation',
        operationId: 'installation',
        responses: [
            new OA\Response(
                response: 200,
                description: 'The settings of the installation',
                content: new OA\JsonContent(ref: '#/components/schemas/Installation'),
            ),
        ],
    ),
]
#[
    OA\Put(
        path: '/installation',
        operationId: 'changeInstallation',
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(property: 'currency', type: 'string'),
                    new OA\Property(property: 'equity_risk_premium', type: 'number'),
                    new OA\Property(property: 'corporate_tax_rate', type: 'number'),
                    new OA\Property(property: 'new_accounts', type: 'string', enum: ['closed', 'reader', 'editor']),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Changed; what depends on it is computed anew when it is asked for',
                content: new OA\JsonContent(ref: '#/components/schemas/Installation'),
            ),
        ],
    ),
]
final class InstallationRoutes
{
}
