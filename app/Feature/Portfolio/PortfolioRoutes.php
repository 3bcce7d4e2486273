<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Http\OpenApi\Answer;
use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\Shape;
use OpenApi\Attributes as OA;

// What PortfolioController takes and answers.
#[OA\Get(path: '/portfolios', operationId: 'portfolios', responses: [new Answer('Own portfolios', 'Portfolio[]')])]
#[
    OA\Post(
        path: '/portfolios',
        operationId: 'makePortfolio',
        requestBody: new Body(self::SETTINGS),
        responses: [new Answer('Made', 'Portfolio', 201)],
    ),
]
#[
    OA\Put(
        path: '/portfolios/{id}',
        operationId: 'changePortfolio',
        parameters: [new NumberParameter()],
        requestBody: new Body(self::SETTINGS),
        responses: [new Answer('Changed', 'Portfolio')],
    ),
]
#[
    OA\Delete(
        path: '/portfolios/{id}',
        operationId: 'deletePortfolio',
        parameters: [new NumberParameter()],
        responses: [new Answer('Deleted; it can be restored', status: 204)],
    ),
]
#[
    OA\Post(
        path: '/portfolios/{id}/restore',
        operationId: 'restorePortfolio',
        parameters: [new NumberParameter()],
        responses: [new Answer('Restored', 'Portfolio')],
    ),
]
#[
    OA\Get(
        path: '/portfolios/{id}',
        operationId: 'portfolio',
        parameters: [new NumberParameter(), new AsOfParameter()],
        responses: [new Answer('Where it stands on the day', 'Holding')],
    ),
]
#[
    OA\Get(
        path: '/portfolios/{id}/performance',
        operationId: 'portfolioPerformance',
        parameters: [
            new NumberParameter(),
            new AsOfParameter(),
            new OA\QueryParameter(
                name: 'from',
                description: 'The day the period begins after; the first transaction by default',
                schema: new OA\Schema(type: 'string'),
            ),
        ],
        responses: [new Answer('What it returned, beside an index that received the same flows', 'PortfolioPerformance')],
    ),
]
#[
    OA\Get(
        path: '/portfolios/{id}/income',
        operationId: 'portfolioIncome',
        parameters: [new NumberParameter(), new AsOfParameter()],
        responses: [new Answer('What it received, and what is to be expected of twelve months', 'PortfolioIncome')],
    ),
]
#[
    OA\Get(
        path: '/portfolios/{id}/lots',
        operationId: 'portfolioLots',
        parameters: [new NumberParameter(), new AsOfParameter()],
        responses: [new Answer('What is held lot by lot, and what was sold', 'PortfolioLots')],
    ),
]
#[
    OA\Post(
        path: '/portfolios/{id}/through',
        operationId: 'lookThrough',
        parameters: [new NumberParameter()],
        requestBody: new Body(['screen' => 'object', 'as_of?' => 'string?']),
        responses: [
            new Answer('What the companies held come to as one, and how they stand to a screen; none if it is empty', 'LookThrough'),
        ],
    ),
]
#[
    OA\Post(
        path: '/portfolios/{id}/what-if',
        operationId: 'whatIf',
        parameters: [new NumberParameter(), new AsOfParameter()],
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/EntryBody')),
        responses: [new Answer('What a trade would make of it', 'WhatIf')],
    ),
]
#[
    OA\Get(
        path: '/portfolios/{id}/proposals',
        operationId: 'actionProposals',
        parameters: [new NumberParameter(), new AsOfParameter()],
        responses: [new Answer('Corporate actions of what is held that are not entered yet', 'ActionProposals')],
    ),
]
#[
    OA\Post(
        path: '/portfolios/{id}/proposals',
        operationId: 'enterProposals',
        parameters: [new NumberParameter()],
        requestBody: new Body(['ids' => 'string[]', 'as_of?' => 'string?']),
        responses: [new Answer('Entered, all or none; undone as the file it tells', 'EnteredActions', 201)],
    ),
]
#[Shape('EnteredActions', ['file' => 'integer', 'entered' => 'integer'])]
#[
    Shape('Portfolio', [
        'id' => 'integer',
        'name' => 'string',
        'currency' => 'string',
        'cost_method' => 'first_in|average',
        'keeps_cash' => 'boolean',
        'withholding' => 'number',
        'revision' => 'integer',
        'index' => 'string?',
        'entries' => 'integer',
    ]),
]
#[
    Shape('Holding', [
        'id' => 'integer',
        'name' => 'string',
        'currency' => 'string',
        'cost_method' => 'first_in|average',
        'keeps_cash' => 'boolean',
        'withholding' => 'number',
        'revision' => 'integer',
        'index' => 'string?',
        'entries' => 'integer',
        'as_of' => 'string',
        'total' => 'number?',
        'cash' => 'Cash[]',
        'contributed' => 'number?',
        'unrealised' => 'number?',
        'realised' => 'number?',
        'dividends' => 'number?',
        'interest' => 'number?',
        'taxes' => 'number?',
        'fees' => 'number?',
        'positions' => 'Position[]',
        'closed' => 'ClosedPosition[]',
        'exposure' => 'Exposure',
    ]),
]
#[Shape('Cash', ['currency' => 'string', 'amount' => 'number', 'value' => 'number?'])]
#[
    Shape('Position', [
        'key' => 'string',
        'ticker' => 'string',
        'name' => 'string',
        'kind' => 'string',
        'company' => 'integer?',
        'currency' => 'string',
        'quantity' => 'number',
        'average_cost' => 'number',
        'cost' => 'number',
        'price' => 'number?',
        'priced_on' => 'string?',
        'day_change' => 'number?',
        'value' => 'number?',
        'weight' => 'number?',
        'unrealised' => 'number?',
        'unrealised_return' => 'number?',
        'unrealised_price' => 'number?',
        'unrealised_currency' => 'number?',
        'realised' => 'number?',
        'income' => 'number?',
        'sector' => 'string?',
        'sector_label' => 'string?',
        'country' => 'string?',
        'business' => 'string',
        'broken' => 'string[]',
    ]),
]
#[Shape('ClosedPosition', ['key' => 'string', 'ticker' => 'string', 'name' => 'string', 'realised' => 'number?', 'income' => 'number?'])]
#[
    Shape('Exposure', [
        'sectors' => 'Share[]',
        'countries' => 'Share[]',
        'currencies' => 'Share[]',
        'businesses' => 'Share[]',
        'largest_share' => 'number?',
        'concentration' => 'number?',
        'effective' => 'number?',
    ]),
]
#[Shape('Share', ['name' => 'string', 'weight' => 'number?'])]
#[
    Shape('PortfolioPerformance', [
        'as_of' => 'string',
        'from' => 'string?',
        'currency' => 'string',
        'index' => 'string?',
        'days' => 'string[]',
        'values' => 'number?[]',
        'flows' => 'number[]',
        'line' => 'number?[]',
        'index_line' => 'number?[]?',
        'same_flows' => 'number?[]?',
        'gain' => 'number?',
        'paid_in' => 'number',
        'time_weighted' => 'WholeReturn',
        'money_weighted' => 'WholeReturn',
        'index_return' => 'number?',
        'index_money_weighted' => 'number?',
        'years' => 'YearReturn[]',
        'contributions' => 'PositionContribution[]',
        'average_capital' => 'number?',
        'dietz_return' => 'number?',
        'risk' => 'PortfolioRisk',
    ]),
]
#[Shape('WholeReturn', ['total' => 'number?', 'annual' => 'number?'])]
#[Shape('YearReturn', ['year' => 'integer', 'return' => 'number?', 'index' => 'number?'])]
#[
    Shape('PositionContribution', [
        'ticker' => 'string?',
        'name' => 'string?',
        'is_company' => 'boolean',
        'gain' => 'number?',
        'contribution' => 'number?',
    ]),
]
#[
    Shape('PortfolioRisk', [
        'volatility' => 'number?',
        'drawdown' => 'number?',
        'drawdown_from' => 'string?',
        'drawdown_to' => 'string?',
        'recovered_on' => 'string?',
        'beta' => 'number?',
        'sharpe' => 'number?',
        'correlations' => 'Correlations',
    ]),
]
#[Shape('Correlations', ['names' => 'string[]', 'rows' => 'number?[][]'])]
#[
    Shape('PortfolioIncome', [
        'as_of' => 'string',
        'currency' => 'string',
        'received' => 'ReceivedMonth[]',
        'expected' => 'ExpectedMonth[]',
        'gross' => 'number',
        'net' => 'number',
        'yield' => 'number?',
        'positions' => 'Payer[]',
    ]),
]
#[Shape('ReceivedMonth', ['month' => 'string', 'dividends' => 'number', 'interest' => 'number', 'tax' => 'number'])]
#[Shape('ExpectedMonth', ['month' => 'string', 'gross' => 'number', 'net' => 'number'])]
#[
    Shape('Payer', [
        'ticker' => 'string',
        'name' => 'string',
        'is_company' => 'boolean',
        'payments' => 'string[]',
        'gross' => 'number',
        'net' => 'number',
        'yield' => 'number?',
    ]),
]
#[Shape('PortfolioLots', ['as_of' => 'string', 'lots' => 'HeldLot[]', 'sales' => 'LotSale[]'])]
#[
    Shape('HeldLot', [
        'id' => 'integer',
        'ticker' => 'string',
        'name' => 'string',
        'currency' => 'string',
        'acquired' => 'string',
        'quantity' => 'string',
        'cost' => 'string',
        'held_days' => 'integer',
    ]),
]
#[
    Shape('LotSale', [
        'id' => 'integer',
        'ticker' => 'string',
        'name' => 'string',
        'currency' => 'string',
        'day' => 'string',
        'quantity' => 'string',
        'proceeds' => 'string',
        'cost' => 'string',
        'gain' => 'string',
    ]),
]
#[
    Shape('LookThrough', [
        'as_of' => 'string',
        'known' => 'number',
        'figures' => 'ThroughFigure[]',
        'criteria' => 'ThroughCriterion[]',
        'scores' => 'ThroughScore[]',
    ]),
]
#[Shape('ThroughFigure', ['key' => 'string', 'label' => 'string', 'unit' => 'string', 'value' => 'number?', 'covered' => 'number?'])]
#[Shape('ThroughCriterion', ['formula' => 'string?', 'group' => 'string?', 'met' => 'number', 'failed' => 'number'])]
#[
    Shape('ThroughScore', [
        'ticker' => 'string',
        'name' => 'string',
        'weight' => 'number',
        'passed' => 'integer',
        'failed' => 'integer',
        'undecidable' => 'integer',
        'states' => 'string[]',
    ]),
]
#[Shape('WhatIf', ['before' => 'WhatIfPart', 'after' => 'WhatIfPart'])]
#[
    Shape('WhatIfPart', [
        'total' => 'number?',
        'cash' => 'Cash[]',
        'realised' => 'number?',
        'positions' => 'WhatIfPosition[]',
        'exposure' => 'Exposure',
    ]),
]
#[
    Shape('WhatIfPosition', [
        'ticker' => 'string',
        'name' => 'string',
        'quantity' => 'number',
        'value' => 'number?',
        'weight' => 'number?',
        'average_cost' => 'number',
    ]),
]
#[Shape('ActionProposals', ['as_of' => 'string', 'proposals' => 'ActionProposal[]'])]
#[
    Shape('InstrumentToCome', [
        'name' => 'string',
        'price' => 'string?',
        'currency' => 'string',
        'sector' => 'string?',
        'country' => 'string?',
    ]),
]
#[
    Shape('ActionProposal', [
        'id' => 'string',
        'type' => 'string',
        'day' => 'string',
        'security' => 'string',
        'name' => 'string',
        'currency' => 'string',
        'event' => 'string',
        'quantity' => 'string?',
        'amount' => 'string?',
        'tax' => 'string?',
        'ratio' => 'string?',
        'price' => 'string?',
        'held' => 'number',
        'came' => 'rights|spin_off?',
        'cost_share' => 'string?',
        'new_security' => 'string?',
        'instrument' => 'InstrumentToCome?',
    ]),
]
final class PortfolioRoutes
{
    private const SETTINGS = [
        'name' => 'string',
        'currency' => 'string',
        'cost_method' => 'first_in|average',
        'keeps_cash' => 'boolean',
        'withholding' => 'number',
        'index?' => 'string?',
    ];
}
