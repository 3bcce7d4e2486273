<?php

declare(strict_types=1);

namespace App\Feature\Statement;

use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What AccountsController takes and answers.
#[
    OA\Get(
        path: '/companies/{ticker}/bridges',
        operationId: 'bridges',
        parameters: [
            new TickerParameter(),
            new OA\QueryParameter(name: 'period', schema: new OA\Schema(type: 'integer')),
            new AsOfParameter(),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'From revenue to net income, from net income to free cash flow, sources and uses of cash, working capital, '
                    .'book value, returns',
                content: new OA\JsonContent(ref: '#/components/schemas/Bridges'),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/breakdowns',
        operationId: 'breakdowns',
        parameters: [
            new TickerParameter(),
            new AsOfParameter(),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Segments, regions and operating drivers, reconciled to the totals',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Breakdown')),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/dividends',
        operationId: 'dividends',
        parameters: [
            new TickerParameter(),
            new AsOfParameter(),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Dividends and share count through time, and how safe the dividend is',
                content: new OA\JsonContent(ref: '#/components/schemas/Dividends'),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/people',
        operationId: 'people',
        parameters: [
            new TickerParameter(),
            new AsOfParameter(),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Holders, insiders, short positions',
                content: new OA\JsonContent(ref: '#/components/schemas/People'),
            ),
        ],
    ),
]
final class AccountsRoutes
{
}
