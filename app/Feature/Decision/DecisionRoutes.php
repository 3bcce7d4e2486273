<?php

declare(strict_types=1);

namespace App\Feature\Decision;

use App\Http\OpenApi\Answer;
use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\Record;
use App\Http\OpenApi\Shape;
use OpenApi\Attributes as OA;

// What DecisionController takes and answers.
#[
    OA\Get(
        path: '/decisions',
        operationId: 'decisions',
        parameters: [new AsOfParameter()],
        responses: [new Answer('Own decisions that stand, with the distance of the price from the buy-below price', 'Decision[]')],
    ),
]
#[
    OA\Post(
        path: '/decisions',
        operationId: 'decide',
        requestBody: new Body(self::DECISION),
        responses: [new Answer('Written down', 'Decision', 201)],
    ),
]
#[
    OA\Put(
        path: '/decisions/{id}',
        operationId: 'reviseDecision',
        parameters: [new NumberParameter()],
        requestBody: new Body(self::DECISION),
        responses: [new Answer('The new version; the one before stays as it was', 'Decision')],
    ),
]
#[
    OA\Get(
        path: '/decisions/{id}/history',
        operationId: 'decisionHistory',
        parameters: [new NumberParameter(), new AsOfParameter()],
        responses: [new Answer('All versions, the latest first', 'Decision[]')],
    ),
]
#[
    OA\Delete(
        path: '/decisions/{id}',
        operationId: 'deleteDecision',
        parameters: [new NumberParameter()],
        responses: [new Answer('Deleted with its versions; can be restored', status: 204)],
    ),
]
#[
    OA\Post(
        path: '/decisions/{id}/restore',
        operationId: 'restoreDecision',
        parameters: [new NumberParameter()],
        responses: [new Answer('Restored', 'Decision')],
    ),
]
#[
    OA\Get(
        path: '/decisions/outcomes',
        operationId: 'outcomes',
        parameters: [new AsOfParameter()],
        responses: [new Answer('What became of own decisions, one by one and together', 'Outcomes')],
    ),
]
#[
    OA\Get(
        path: '/position-size',
        operationId: 'positionSize',
        parameters: [
            new OA\QueryParameter(name: 'portfolio', required: true, schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'price', required: true, schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'invalidation', schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'position_cap', schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'sector_cap', schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'in_sector', schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'loss_limit', schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'cash', schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'held', schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'lot', schema: new OA\Schema(type: 'number')),
        ],
        responses: [new Answer('How much may be bought, and what binds; null without a limit', 'PositionSize')],
    ),
]
#[
    OA\Get(
        path: '/position-split',
        operationId: 'positionSplit',
        parameters: [
            new OA\QueryParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string')),
            new OA\QueryParameter(name: 'with', required: true, schema: new OA\Schema(type: 'string')),
            new AsOfParameter(),
        ],
        responses: [new Answer('How two halves move beside one whole', 'PositionSplit')],
    ),
]
#[
    OA\Get(
        path: '/margin-of-safety',
        operationId: 'buyBelow',
        parameters: [
            new OA\QueryParameter(name: 'value', required: true, schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'margin', required: true, schema: new OA\Schema(type: 'number')),
            new OA\QueryParameter(name: 'price', schema: new OA\Schema(type: 'number')),
        ],
        responses: [new Answer('The price to stay below, and how far a price lies above it', 'BuyBelow')],
    ),
]
#[Shape('BuyBelow', ['buy_below' => 'number?', 'distance' => 'number?'])]
#[
    Record('PositionSize', [
        new OA\Property(
            property: 'limits',
            type: 'object',
            nullable: true,
            additionalProperties: new OA\AdditionalProperties(type: 'number', nullable: true),
        ),
        new OA\Property(property: 'binding', type: 'string', nullable: true, enum: ['position', 'sector', 'loss', 'cash']),
        new OA\Property(property: 'money', type: 'number', nullable: true),
        new OA\Property(property: 'quantity', type: 'number', nullable: true),
        new OA\Property(property: 'cost', type: 'number', nullable: true),
        new OA\Property(property: 'weight_after', type: 'number', nullable: true),
        new OA\Property(property: 'loss_at_invalidation', type: 'number', nullable: true),
    ]),
]
#[
    Shape('PositionSplit', [
        'volatility' => 'number?',
        'other_volatility' => 'number?',
        'halves_volatility' => 'number?',
        'correlation' => 'number?',
        'days' => 'integer',
    ]),
]
#[
    Shape('Decision', [
        'id' => 'integer',
        'ticker' => 'string',
        'name' => 'string',
        'verdict' => 'buy|watch|pass',
        'thesis' => 'string',
        'disproof' => 'string',
        'value_per_share' => 'number',
        'margin_of_safety' => 'number',
        'buy_below' => 'number',
        'price_then' => 'number',
        'price_now' => 'number?',
        'distance' => 'number?',
        'since' => 'number?',
        'currency' => 'string',
        'decided_on' => 'string',
        'valuation_id' => 'integer?',
        'replaced_on' => 'string?',
        'is_revised' => 'boolean',
        'reasons' => 'DecisionReason[]',
        'disproofs' => 'DecisionReason[]',
        'grades' => 'Grade[]',
        'cases' => 'DecisionCase[]',
        'horizon' => 'number?',
        'checklist' => 'ChecklistCount?',
        'summary' => 'MethodValue[]',
        'confidence' => 'number?',
        'invalidation' => 'number?',
        'size' => 'DecidedSize?',
        'review_on' => 'string?',
    ]),
]
#[
    Shape('DecisionReason', [
        'text' => 'string',
        'check' => 'ReasonCheck?',
        'words' => 'string?',
        'met' => 'boolean?',
        'actual' => 'number?',
        'required' => 'number?',
        'since' => 'string?',
    ]),
]
#[
    Shape('ReasonCheck', [
        'kind' => 'string',
        'price?' => 'number?',
        'within?' => 'number?',
        'formula?' => 'string?',
        'line?' => 'string?',
        'beyond?' => 'number?',
        'days?' => 'integer?',
        'day?' => 'string?',
        'drawn_line?' => 'integer?',
    ]),
]
#[Shape('WrittenReason', ['text' => 'string', 'check?' => 'ReasonCheck?'])]
#[Shape('Grade', ['name' => 'string', 'grade' => 'string'])]
#[Shape('DecisionCase', ['name' => 'string', 'value' => 'number', 'probability?' => 'number?'])]
#[Shape('ChecklistCount', ['name' => 'string', 'passed' => 'integer', 'failed' => 'integer', 'undecidable' => 'integer'])]
#[
    Shape('MethodValue', [
        'method' => 'string',
        'label' => 'string',
        'low?' => 'number?',
        'centre?' => 'number?',
        'high?' => 'number?',
        'weight?' => 'number?',
    ]),
]
#[Shape('DecidedSize', ['quantity?' => 'number?', 'money?' => 'number?', 'weight?' => 'number?', 'binding?' => 'string?'])]
#[
    Shape('Outcomes', [
        'as_of' => 'string',
        'decisions' => 'Outcome[]',
        'by_verdict' => 'DecisionRecord[]',
        'by_method' => 'DecisionRecord[]',
        'calibration' => 'Calibration',
        'waiting' => 'Waiting',
    ]),
]
#[
    Shape('Outcome', [
        'id' => 'integer',
        'ticker' => 'string',
        'name' => 'string',
        'verdict' => 'string',
        'method' => 'string',
        'decided_on' => 'string',
        'right' => 'boolean?',
        'last' => 'string?',
        'price_return' => 'number?',
        'total_return' => 'number?',
        'annualised' => 'number?',
        'index_return' => 'number?',
        'excess' => 'number?',
        'reached_on' => 'string?',
        'reached_after' => 'integer?',
        'gap_then' => 'number?',
        'gap_now' => 'number?',
        'closed_on' => 'string?',
        'share_closed' => 'number?',
        'value_then' => 'number',
        'value_now' => 'number?',
        'case_came' => 'string?',
        'reasons' => 'ReasonCount',
        'waiting' => 'number?',
    ]),
]
#[Shape('ReasonCount', ['held' => 'integer', 'broken' => 'integer', 'unknown' => 'integer'])]
#[
    Shape('DecisionRecord', [
        'key' => 'string',
        'count' => 'integer',
        'judged' => 'integer',
        'right' => 'integer',
        'hit_rate' => 'number?',
        'mean_excess' => 'number?',
        'reached' => 'integer',
    ]),
]
#[
    Shape('Calibration', [
        'bands' => 'CalibrationBand[]',
        'brier' => 'number?',
        'decisions' => 'integer',
        'below' => 'integer',
        'above' => 'integer',
    ]),
]
#[
    Shape('CalibrationBand', [
        'from' => 'number',
        'to' => 'number',
        'count' => 'integer',
        'came' => 'integer',
        'stated' => 'number',
        'share' => 'number',
    ]),
]
#[Shape('Waiting', ['count' => 'integer', 'mean' => 'number?'])]
final class DecisionRoutes
{
    private const DECISION = [
        'ticker' => 'string',
        'verdict' => 'buy|watch|pass',
        'thesis' => 'string',
        'disproof' => 'string',
        'value_per_share' => 'number',
        'margin_of_safety' => 'number',
        'valuation_id?' => 'integer?',
        'reasons?' => 'WrittenReason[]',
        'disproofs?' => 'WrittenReason[]',
        'grades?' => 'Grade[]',
        'cases?' => 'DecisionCase[]',
        'horizon?' => 'number?',
        'checklist?' => 'ChecklistCount?',
        'summary?' => 'MethodValue[]',
        'confidence?' => 'number?',
        'invalidation?' => 'number?',
        'size?' => 'DecidedSize?',
        'review_on?' => 'string?',
        'as_of?' => 'string?',
    ];
}
