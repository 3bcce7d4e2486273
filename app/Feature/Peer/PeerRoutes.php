<?php

declare(strict_types=1);

namespace App\Feature\Peer;

use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\Record;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What PeerController takes and answers.
#[
    OA\Get(
        path: '/companies/{ticker}/peers',
        operationId: 'peers',
        parameters: [
            new TickerParameter(),
            new AsOfParameter(),
            new OA\QueryParameter(name: 'figure', schema: new OA\Schema(type: 'string')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Whom the reader compares a company with; the closest there are where nobody chose',
                content: new OA\JsonContent(ref: '#/components/schemas/PeerGroup'),
            ),
        ],
    ),
]
#[
    OA\Put(
        path: '/companies/{ticker}/peers',
        operationId: 'keepPeers',
        parameters: [new TickerParameter(), new AsOfParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['peers'],
                properties: [
                    new OA\Property(
                        property: 'peers',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['ticker', 'in'],
                            properties: [
                                new OA\Property(property: 'ticker', type: 'string'),
                                new OA\Property(property: 'in', type: 'boolean'),
                                new OA\Property(property: 'reason', type: 'string', nullable: true),
                            ],
                        ),
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Kept as the next version',
                content: new OA\JsonContent(ref: '#/components/schemas/PeerGroup'),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/peer-proposals',
        operationId: 'peerProposals',
        parameters: [
            new TickerParameter(),
            new AsOfParameter(),
            new OA\QueryParameter(
                name: 'source',
                schema: new OA\Schema(type: 'string', enum: ['figures', 'industry', 'index', 'list', 'analyst', 'named']),
            ),
            new OA\QueryParameter(name: 'of', schema: new OA\Schema(type: 'string')),
            new OA\QueryParameter(
                name: 'weights',
                schema: new OA\Schema(type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'number')),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Companies that are like it, the closest first',
                content: new OA\JsonContent(ref: '#/components/schemas/PeerProposals'),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/peer-table',
        operationId: 'peerTable',
        parameters: [
            new TickerParameter(),
            new AsOfParameter(),
            new OA\QueryParameter(name: 'columns[]', schema: new OA\Schema(type: 'array', items: new OA\Items(type: 'string'))),
            new OA\QueryParameter(name: 'calendar', schema: new OA\Schema(type: 'string', enum: ['0', '1'])),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'A company beside its peers, with the lines of the group',
                content: new OA\JsonContent(ref: '#/components/schemas/PeerTable'),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/peer-table/file',
        operationId: 'peerTableFile',
        parameters: [
            new TickerParameter(),
            new AsOfParameter(),
            new OA\QueryParameter(name: 'columns[]', schema: new OA\Schema(type: 'array', items: new OA\Items(type: 'string'))),
            new OA\QueryParameter(name: 'calendar', schema: new OA\Schema(type: 'string', enum: ['0', '1'])),
            new OA\QueryParameter(name: 'format', schema: new OA\Schema(type: 'string', enum: ['csv', 'json', 'xlsx', 'ods'])),
        ],
        responses: [new OA\Response(response: 200, description: 'The table as a file of values')],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/peer-years',
        operationId: 'peerYears',
        parameters: [
            new TickerParameter(),
            new AsOfParameter(),
            new OA\QueryParameter(name: 'figure', schema: new OA\Schema(type: 'string')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'One figure of a company and its peers through fiscal years',
                content: new OA\JsonContent(ref: '#/components/schemas/PeerYears'),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/peer-discount',
        operationId: 'peerDiscount',
        parameters: [
            new TickerParameter(),
            new AsOfParameter(),
            new OA\QueryParameter(name: 'across', schema: new OA\Schema(type: 'string', enum: ['kind', 'industry', 'list'])),
            new OA\QueryParameter(name: 'list', schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'What it costs more or less than its peers, and what differs',
                content: new OA\JsonContent(ref: '#/components/schemas/PeerDiscount'),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/companies/{ticker}/peer-value',
        operationId: 'peerValue',
        parameters: [
            new TickerParameter(),
            new AsOfParameter(),
            new OA\QueryParameter(
                name: 'centre',
                schema: new OA\Schema(type: 'string', enum: ['median', 'mean', 'weighted_mean', 'harmonic_mean']),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'What its shares are worth at the multiples of its peers',
                content: new OA\JsonContent(ref: '#/components/schemas/PeerValue'),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/peer-value',
        operationId: 'handPeerValue',
        parameters: [new TickerParameter(), new AsOfParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(property: 'centre', type: 'string', enum: ['median', 'mean', 'weighted_mean', 'harmonic_mean']),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'Kept as a valuation',
                content: new OA\JsonContent(
                    type: 'object',
                    required: ['id'],
                    properties: [new OA\Property(property: 'id', type: 'integer')],
                ),
            ),
        ],
    ),
]
#[
    Record('PeerGroup', [
        new OA\Property(property: 'as_of', type: 'string'),
        new OA\Property(
            property: 'subject',
            type: 'object',
            required: ['ticker', 'name', 'listed'],
            properties: [
                new OA\Property(property: 'ticker', type: 'string'),
                new OA\Property(property: 'name', type: 'string'),
                new OA\Property(property: 'listed', type: 'boolean'),
            ],
        ),
        new OA\Property(property: 'chosen', type: 'boolean'),
        new OA\Property(property: 'link', type: 'string', description: 'What a link says to bring these peers along'),
        new OA\Property(property: 'linked', type: 'string', nullable: true, description: 'Whose peers a link brought; null without one'),
        new OA\Property(property: 'version', type: 'integer', nullable: true),
        new OA\Property(
            property: 'versions',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['version', 'kept_on', 'peers'],
                properties: [
                    new OA\Property(property: 'version', type: 'integer'),
                    new OA\Property(property: 'kept_on', type: 'string', nullable: true),
                    new OA\Property(
                        property: 'peers',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['ticker', 'in', 'reason'],
                            properties: [
                                new OA\Property(property: 'ticker', type: 'string'),
                                new OA\Property(property: 'in', type: 'boolean'),
                                new OA\Property(property: 'reason', type: 'string', nullable: true),
                            ],
                        ),
                    ),
                ],
            ),
        ),
        new OA\Property(
            property: 'figure',
            type: 'object',
            required: ['key', 'label', 'unit'],
            properties: [
                new OA\Property(property: 'key', type: 'string'),
                new OA\Property(property: 'label', type: 'string'),
                new OA\Property(property: 'unit', type: 'string'),
            ],
        ),
        new OA\Property(property: 'median', type: 'number', nullable: true),
        new OA\Property(property: 'advice', type: 'string', nullable: true),
        new OA\Property(
            property: 'peers',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['ticker', 'name', 'listed', 'industry', 'in', 'reason', 'cautions', 'value', 'other_median'],
                properties: [
                    new OA\Property(property: 'ticker', type: 'string'),
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'listed', type: 'boolean'),
                    new OA\Property(property: 'industry', type: 'string', nullable: true),
                    new OA\Property(property: 'in', type: 'boolean'),
                    new OA\Property(property: 'reason', type: 'string', nullable: true),
                    new OA\Property(
                        property: 'cautions',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['key', 'sentence'],
                            properties: [
                                new OA\Property(property: 'key', type: 'string'),
                                new OA\Property(property: 'sentence', type: 'string'),
                            ],
                        ),
                    ),
                    new OA\Property(property: 'value', type: 'number', nullable: true),
                    new OA\Property(property: 'other_median', type: 'number', nullable: true),
                ],
            ),
        ),
    ]),
]
#[
    Record('PeerProposals', [
        new OA\Property(
            property: 'weights',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['key', 'label', 'weight', 'unit', 'own'],
                properties: [
                    new OA\Property(property: 'key', type: 'string'),
                    new OA\Property(property: 'label', type: 'string'),
                    new OA\Property(property: 'weight', type: 'number'),
                    new OA\Property(property: 'unit', type: 'string'),
                    new OA\Property(property: 'own', type: 'number', nullable: true),
                ],
            ),
        ),
        new OA\Property(
            property: 'sources',
            type: 'object',
            required: ['index', 'list', 'analyst'],
            properties: [
                new OA\Property(
                    property: 'index',
                    type: 'array',
                    items: new OA\Items(
                        type: 'object',
                        required: ['key', 'name'],
                        properties: [new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'name', type: 'string')],
                    ),
                ),
                new OA\Property(
                    property: 'list',
                    type: 'array',
                    items: new OA\Items(
                        type: 'object',
                        required: ['key', 'name'],
                        properties: [new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'name', type: 'string')],
                    ),
                ),
                new OA\Property(
                    property: 'analyst',
                    type: 'array',
                    items: new OA\Items(
                        type: 'object',
                        required: ['key', 'name'],
                        properties: [new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'name', type: 'string')],
                    ),
                ),
            ],
        ),
        new OA\Property(property: 'not_found', type: 'integer'),
        new OA\Property(
            property: 'proposals',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['ticker', 'name', 'listed', 'industry', 'closeness', 'known', 'parts', 'cautions', 'member'],
                properties: [
                    new OA\Property(property: 'ticker', type: 'string'),
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'listed', type: 'boolean'),
                    new OA\Property(property: 'industry', type: 'string'),
                    new OA\Property(property: 'closeness', type: 'number'),
                    new OA\Property(property: 'known', type: 'number'),
                    new OA\Property(
                        property: 'parts',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['key', 'closeness', 'value'],
                            properties: [
                                new OA\Property(property: 'key', type: 'string'),
                                new OA\Property(property: 'closeness', type: 'number', nullable: true),
                                new OA\Property(property: 'value', type: 'number', nullable: true),
                            ],
                        ),
                    ),
                    new OA\Property(
                        property: 'cautions',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['key', 'sentence'],
                            properties: [
                                new OA\Property(property: 'key', type: 'string'),
                                new OA\Property(property: 'sentence', type: 'string'),
                            ],
                        ),
                    ),
                    new OA\Property(property: 'member', type: 'boolean'),
                ],
            ),
        ),
    ]),
]
#[
    Record('PeerTable', [
        new OA\Property(property: 'as_of', type: 'string'),
        new OA\Property(property: 'currency', type: 'string'),
        new OA\Property(property: 'chosen', type: 'boolean'),
        new OA\Property(
            property: 'rows',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['ticker', 'name', 'listed', 'in', 'subject', 'reason'],
                properties: [
                    new OA\Property(property: 'ticker', type: 'string'),
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'listed', type: 'boolean'),
                    new OA\Property(property: 'in', type: 'boolean'),
                    new OA\Property(property: 'subject', type: 'boolean'),
                    new OA\Property(property: 'reason', type: 'string', nullable: true),
                ],
            ),
        ),
        new OA\Property(
            property: 'columns',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['key', 'label', 'unit', 'better', 'count', 'lines', 'figures'],
                properties: [
                    new OA\Property(property: 'key', type: 'string'),
                    new OA\Property(property: 'label', type: 'string'),
                    new OA\Property(property: 'unit', type: 'string'),
                    new OA\Property(property: 'better', type: 'string'),
                    new OA\Property(property: 'count', type: 'integer'),
                    new OA\Property(
                        property: 'lines',
                        type: 'object',
                        additionalProperties: new OA\AdditionalProperties(type: 'number', nullable: true),
                    ),
                    new OA\Property(
                        property: 'figures',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['value', 'state', 'beside', 'place'],
                            properties: [
                                new OA\Property(property: 'value', type: 'number', nullable: true),
                                new OA\Property(property: 'state', type: 'string'),
                                new OA\Property(property: 'beside', type: 'string', enum: ['better', 'worse'], nullable: true),
                                new OA\Property(property: 'place', type: 'integer', nullable: true),
                            ],
                        ),
                    ),
                ],
            ),
        ),
    ]),
]
#[
    Record('PeerYears', [
        new OA\Property(
            property: 'figure',
            type: 'object',
            required: ['key', 'label', 'unit'],
            properties: [
                new OA\Property(property: 'key', type: 'string'),
                new OA\Property(property: 'label', type: 'string'),
                new OA\Property(property: 'unit', type: 'string'),
            ],
        ),
        new OA\Property(property: 'years', type: 'array', items: new OA\Items(type: 'integer')),
        new OA\Property(
            property: 'lines',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['ticker', 'name', 'listed', 'subject', 'values'],
                properties: [
                    new OA\Property(property: 'ticker', type: 'string'),
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'listed', type: 'boolean'),
                    new OA\Property(property: 'subject', type: 'boolean'),
                    new OA\Property(property: 'values', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
                ],
            ),
        ),
        new OA\Property(property: 'median', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
    ]),
]
#[
    Record('PeerDiscount', [
        new OA\Property(property: 'peers', type: 'integer'),
        new OA\Property(
            property: 'multiples',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: [
                    'key',
                    'label',
                    'unit',
                    'own',
                    'median',
                    'beside',
                    'premium',
                    'justified',
                    'error',
                    'r_squared',
                    'companies',
                    'drivers',
                    'unexplained',
                    'why_not',
                ],
                properties: [
                    new OA\Property(property: 'key', type: 'string'),
                    new OA\Property(property: 'label', type: 'string'),
                    new OA\Property(property: 'unit', type: 'string'),
                    new OA\Property(property: 'own', type: 'number', nullable: true),
                    new OA\Property(property: 'median', type: 'number', nullable: true),
                    new OA\Property(property: 'beside', type: 'string', enum: ['better', 'worse'], nullable: true),
                    new OA\Property(property: 'premium', type: 'number', nullable: true),
                    new OA\Property(property: 'justified', type: 'number', nullable: true),
                    new OA\Property(property: 'error', type: 'number', nullable: true),
                    new OA\Property(property: 'r_squared', type: 'number', nullable: true),
                    new OA\Property(property: 'companies', type: 'integer'),
                    new OA\Property(property: 'drivers', type: 'array', items: new OA\Items(type: 'string')),
                    new OA\Property(property: 'unexplained', type: 'number', nullable: true),
                    new OA\Property(property: 'why_not', type: 'string', nullable: true),
                ],
            ),
        ),
        new OA\Property(
            property: 'differences',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['key', 'label', 'unit', 'own', 'median', 'beside'],
                properties: [
                    new OA\Property(property: 'key', type: 'string'),
                    new OA\Property(property: 'label', type: 'string'),
                    new OA\Property(property: 'unit', type: 'string'),
                    new OA\Property(property: 'own', type: 'number', nullable: true),
                    new OA\Property(property: 'median', type: 'number', nullable: true),
                    new OA\Property(property: 'beside', type: 'string', enum: ['better', 'worse'], nullable: true),
                ],
            ),
        ),
        new OA\Property(
            property: 'sentences',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['key', 'sentence'],
                properties: [new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'sentence', type: 'string')],
            ),
        ),
    ]),
]
#[
    Record('PeerValue', [
        new OA\Property(property: 'currency', type: 'string'),
        new OA\Property(property: 'price', type: 'number', nullable: true),
        new OA\Property(property: 'shares', type: 'number', nullable: true),
        new OA\Property(property: 'centre', type: 'string'),
        new OA\Property(property: 'peers', type: 'integer'),
        new OA\Property(
            property: 'bridge',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['key', 'amount'],
                properties: [new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'amount', type: 'number')],
            ),
        ),
        new OA\Property(property: 'net', type: 'number'),
        new OA\Property(property: 'low_value', type: 'number', nullable: true),
        new OA\Property(property: 'median_value', type: 'number', nullable: true),
        new OA\Property(property: 'high_value', type: 'number', nullable: true),
        new OA\Property(
            property: 'rows',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: [
                    'multiple',
                    'year',
                    'metric',
                    'label',
                    'used',
                    'left_out',
                    'own',
                    'centre',
                    'lower',
                    'upper',
                    'figure',
                    'enterprise_value',
                    'equity_value',
                    'value',
                    'lower_value',
                    'upper_value',
                    'state',
                ],
                properties: [
                    new OA\Property(property: 'multiple', type: 'string'),
                    new OA\Property(property: 'year', type: 'string'),
                    new OA\Property(property: 'metric', type: 'string'),
                    new OA\Property(property: 'label', type: 'string'),
                    new OA\Property(property: 'used', type: 'integer'),
                    new OA\Property(property: 'left_out', type: 'integer'),
                    new OA\Property(property: 'own', type: 'number', nullable: true),
                    new OA\Property(property: 'centre', type: 'number', nullable: true),
                    new OA\Property(property: 'lower', type: 'number', nullable: true),
                    new OA\Property(property: 'upper', type: 'number', nullable: true),
                    new OA\Property(property: 'figure', type: 'number', nullable: true),
                    new OA\Property(property: 'enterprise_value', type: 'number', nullable: true),
                    new OA\Property(property: 'equity_value', type: 'number', nullable: true),
                    new OA\Property(property: 'value', type: 'number', nullable: true),
                    new OA\Property(property: 'lower_value', type: 'number', nullable: true),
                    new OA\Property(property: 'upper_value', type: 'number', nullable: true),
                    new OA\Property(property: 'state', type: 'string', enum: ['value', 'missing', 'not_meaningful', 'no_group']),
                ],
            ),
        ),
    ]),
]
final class PeerRoutes
{
}
