<?php

declare(strict_types=1);

namespace App\Feature\Comparison;

use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What ComparisonController takes and answers.
#[
    OA\Post(
        path: '/rankings/run',
        operationId: 'runRanking',
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['screen', 'ranking'],
                properties: [
                    new OA\Property(property: 'screen', ref: '#/components/schemas/ScreenDefinition'),
                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                    new OA\Property(property: 'ranking', ref: '#/components/schemas/Ranking'),
                    new OA\Property(property: 'offset', type: 'integer'),
                    new OA\Property(property: 'limit', type: 'integer'),
                    new OA\Property(
                        property: 'other_rules',
                        type: 'boolean',
                        description: 'Tell what another rule for missing values would change',
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'The survivors, best first',
                content: new OA\JsonContent(ref: '#/components/schemas/RankingResult'),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/regressions/run',
        operationId: 'runRegression',
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['screen', 'regression'],
                properties: [
                    new OA\Property(property: 'screen', ref: '#/components/schemas/ScreenDefinition'),
                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                    new OA\Property(property: 'regression', ref: '#/components/schemas/Regression'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Coefficients, fit, and a row per company',
                content: new OA\JsonContent(ref: '#/components/schemas/RegressionResult'),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/baskets/run',
        operationId: 'runBasket',
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['screen', 'weights', 'rebalance', 'index', 'from'],
                properties: [
                    new OA\Property(property: 'screen', ref: '#/components/schemas/ScreenDefinition'),
                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                    new OA\Property(property: 'weights', type: 'string', enum: ['equal', 'market_value']),
                    new OA\Property(property: 'rebalance', type: 'string', enum: ['daily', 'monthly', 'quarterly', 'yearly', 'never']),
                    new OA\Property(property: 'index', type: 'string'),
                    new OA\Property(property: 'from', type: 'string'),
                    new OA\Property(property: 'cost', type: 'number', description: 'Basis points of each amount traded'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'How the survivors of today would have done together',
                content: new OA\JsonContent(ref: '#/components/schemas/BasketResult'),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/checklist',
        operationId: 'checklist',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/ScreenQuestion')),
        responses: [
            new OA\Response(
                response: 200,
                description: 'The criteria of a screen checked on one company',
                content: new OA\JsonContent(
                    required: ['currency', 'items'],
                    properties: [
                        new OA\Property(property: 'currency', type: 'string'),
                        new OA\Property(property: 'items', type: 'array', items: new OA\Items(ref: '#/components/schemas/ChecklistItem')),
                    ],
                ),
            ),
        ],
    ),
]
final class ComparisonRoutes
{
}
