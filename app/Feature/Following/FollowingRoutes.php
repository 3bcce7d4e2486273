<?php

declare(strict_types=1);

namespace App\Feature\Following;

use App\Http\OpenApi\Answer;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\Shape;
use OpenApi\Attributes as OA;

// What ConditionController and DeliveryController take and answer.
#[OA\Get(path: '/conditions', operationId: 'conditions', responses: [new Answer('Own conditions, the latest first', 'Condition[]')])]
#[
    OA\Post(
        path: '/conditions',
        operationId: 'setCondition',
        requestBody: new Body(self::CONDITION),
        responses: [new Answer('Set', 'Condition', 201)],
    ),
]
#[
    OA\Post(
        path: '/conditions/try',
        operationId: 'tryCondition',
        requestBody: new Body(self::CONDITION),
        responses: [new Answer('When it would have called in the last three years, and how it stands', 'TriedCondition')],
    ),
]
#[
    OA\Put(
        path: '/conditions/{id}',
        operationId: 'changeCondition',
        parameters: [new NumberParameter()],
        requestBody: new Body(['note?' => 'string?', 'by_mail?' => 'boolean', 'by_webhook?' => 'boolean', 'active?' => 'boolean']),
        responses: [new Answer('Changed', 'Condition')],
    ),
]
#[
    OA\Delete(
        path: '/conditions/{id}',
        operationId: 'deleteCondition',
        parameters: [new NumberParameter()],
        responses: [new Answer('Deleted; it can be restored', status: 204)],
    ),
]
#[
    OA\Post(
        path: '/conditions/{id}/restore',
        operationId: 'restoreCondition',
        parameters: [new NumberParameter()],
        responses: [new Answer('Restored', 'Condition')],
    ),
]
#[
    OA\Get(
        path: '/delivery',
        operationId: 'delivery',
        responses: [new Answer('Where calls go, and whether they arrived', 'DeliverySettings')],
    ),
]
#[
    OA\Put(
        path: '/delivery',
        operationId: 'changeDelivery',
        requestBody: new Body([
            'mail?' => 'string?',
            'webhook?' => 'string?',
            'quiet_from?' => 'string?',
            'quiet_to?' => 'string?',
            'time_zone' => 'string',
        ]),
        responses: [new Answer('Changed', 'DeliverySettings')],
    ),
]
#[
    OA\Post(
        path: '/delivery/test',
        operationId: 'testDelivery',
        requestBody: new Body(['channel' => 'mail|webhook']),
        responses: [new Answer('It was sent', status: 204)],
    ),
]
#[
    Shape('Condition', [
        'id' => 'integer',
        'ticker' => 'string?',
        'name' => 'string?',
        'list' => 'integer?',
        'list_name' => 'string?',
        'kind' => 'string',
        'words' => 'string',
        'settings' => 'object',
        'drawn_line' => 'integer?',
        'note' => 'string?',
        'by_mail' => 'boolean',
        'by_webhook' => 'boolean',
        'active' => 'boolean',
        'set_on' => 'string',
        'looked_through' => 'string',
        'met' => 'boolean?',
        'calls' => 'integer',
        'last_call' => 'string?',
    ]),
]
#[
    Shape('TriedCondition', [
        'words' => 'string',
        'since' => 'string',
        'by_month' => 'boolean',
        'met' => 'boolean?',
        'actual' => 'number?',
        'required' => 'number?',
        'is_event' => 'boolean',
        'calls' => 'TriedCall[]',
    ]),
]
#[Shape('TriedCall', ['day' => 'string', 'actual' => 'number?', 'required' => 'number?'])]
#[
    Shape('DeliverySettings', [
        'mail' => 'string?',
        'webhook' => 'string?',
        'secret' => 'string?',
        'quiet_from' => 'string?',
        'quiet_to' => 'string?',
        'time_zone' => 'string',
        'deliveries' => 'Delivery[]',
    ]),
]
#[
    Shape('Delivery', [
        'id' => 'integer',
        'channel' => 'mail|webhook',
        'state' => 'waiting|sent|failed',
        'attempts' => 'integer',
        'made_at' => 'string?',
        'due_at' => 'string',
        'sent_at' => 'string?',
        'said' => 'string?',
    ]),
]
final class FollowingRoutes
{
    private const CONDITION = [
        'kind' => 'string',
        'ticker?' => 'string?',
        'list?' => 'integer?',
        'drawn_line?' => 'integer?',
        'price?' => 'number?',
        'within?' => 'number?',
        'formula?' => 'string?',
        'line?' => 'string?',
        'beyond?' => 'number?',
        'days?' => 'integer?',
        'amount?' => 'number?',
        'day?' => 'string?',
        'note?' => 'string?',
        'by_mail?' => 'boolean',
        'by_webhook?' => 'boolean',
        'active?' => 'boolean',
        'as_of?' => 'string?',
    ];
}
