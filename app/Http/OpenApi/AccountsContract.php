<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** The parts of the contract about statements, imports and corrections. */
#[
    OA\Schema(
        schema: 'PeriodHead',
        required: ['period', 'label'],
        properties: [
            new OA\Property(property: 'period', type: 'integer'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'end', type: 'string', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'FigureRow',
        required: ['key', 'label', 'unit', 'figures'],
        properties: [
            new OA\Property(property: 'key', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'unit', type: 'string'),
            new OA\Property(property: 'figures', type: 'array', items: new OA\Items(ref: '#/components/schemas/Figure')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'NamedFigure',
        required: ['key', 'label', 'figure'],
        properties: [
            new OA\Property(property: 'key', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'figure', ref: '#/components/schemas/Figure'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ImportCounts',
        required: ['new', 'changed', 'same', 'conflict', 'refused'],
        properties: [
            new OA\Property(property: 'new', type: 'integer'),
            new OA\Property(property: 'changed', type: 'integer'),
            new OA\Property(property: 'same', type: 'integer'),
            new OA\Property(property: 'conflict', type: 'integer'),
            new OA\Property(property: 'refused', type: 'integer'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ImportMapping',
        required: [
            'kind',
            'columns',
            'lines',
            'head_row',
            'dates',
            'decimal',
            'scale',
            'filed_after',
            'conflicts',
            'accept',
            'sheets',
            'new_companies',
        ],
        properties: [
            new OA\Property(property: 'kind', type: 'string'),
            new OA\Property(property: 'company', type: 'string', nullable: true),
            new OA\Property(property: 'new_company', type: 'object', nullable: true, additionalProperties: true),
            new OA\Property(property: 'head_row', type: 'integer'),
            new OA\Property(property: 'columns', type: 'array', items: new OA\Items(type: 'string', nullable: true)),
            new OA\Property(property: 'dates', type: 'string'),
            new OA\Property(property: 'decimal', type: 'string'),
            new OA\Property(property: 'scale', type: 'number', nullable: true),
            new OA\Property(property: 'currency', type: 'string', nullable: true),
            new OA\Property(property: 'lines', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string')),
            new OA\Property(property: 'filed_on', type: 'integer', nullable: true),
            new OA\Property(property: 'filed_after', type: 'integer'),
            new OA\Property(property: 'conflicts', type: 'string'),
            new OA\Property(property: 'span', type: 'string', nullable: true, enum: ['quarter', 'year_to_date']),
            new OA\Property(property: 'fiscal_years', type: 'string', nullable: true, enum: ['ends', 'begins']),
            new OA\Property(property: 'accept', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'sheets', type: 'array', items: new OA\Items(type: 'integer')),
            new OA\Property(property: 'new_companies', type: 'array', items: new OA\Items(type: 'object', additionalProperties: true)),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ImportPreview',
        required: [
            'columns',
            'lines',
            'periods',
            'fields',
            'notes',
            'counts',
            'rows',
            'refused',
            'examples',
            'warnings',
            'questions',
            'doubts',
            'unknown',
            'proposed',
            'sheets',
            'unmapped',
            'companies',
        ],
        properties: [
            new OA\Property(
                property: 'columns',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['heading', 'field', 'confidence', 'sample'],
                    properties: [
                        new OA\Property(property: 'heading', type: 'string'),
                        new OA\Property(property: 'field', type: 'string', nullable: true),
                        new OA\Property(property: 'confidence', type: 'number'),
                        new OA\Property(property: 'sample', type: 'array', items: new OA\Items(type: 'string')),
                    ],
                ),
            ),
            new OA\Property(
                property: 'lines',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['label', 'line', 'confidence', 'basis', 'sample'],
                    properties: [
                        new OA\Property(property: 'label', type: 'string'),
                        new OA\Property(property: 'line', type: 'string', nullable: true),
                        new OA\Property(property: 'confidence', type: 'number'),
                        new OA\Property(property: 'basis', type: 'string'),
                        new OA\Property(property: 'sample', type: 'array', items: new OA\Items(type: 'string')),
                    ],
                ),
            ),
            new OA\Property(property: 'periods', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(
                property: 'fields',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['key', 'label', 'required'],
                    properties: [
                        new OA\Property(property: 'key', type: 'string'),
                        new OA\Property(property: 'label', type: 'string'),
                        new OA\Property(property: 'required', type: 'boolean'),
                    ],
                ),
            ),
            new OA\Property(property: 'notes', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'counts', ref: '#/components/schemas/ImportCounts'),
            new OA\Property(property: 'rows', type: 'integer'),
            new OA\Property(
                property: 'refused',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['place', 'reason'],
                    properties: [new OA\Property(property: 'place', type: 'string'), new OA\Property(property: 'reason', type: 'string')],
                ),
            ),
            new OA\Property(
                property: 'examples',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['status', 'company', 'what', 'stored', 'found', 'place'],
                    properties: [
                        new OA\Property(property: 'status', type: 'string'),
                        new OA\Property(property: 'company', type: 'string'),
                        new OA\Property(property: 'what', type: 'string'),
                        new OA\Property(property: 'stored', type: 'number', nullable: true),
                        new OA\Property(property: 'found', type: 'number', nullable: true),
                        new OA\Property(property: 'place', type: 'string'),
                    ],
                ),
            ),
            new OA\Property(property: 'warnings', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'questions', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string')),
            new OA\Property(property: 'doubts', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string')),
            new OA\Property(
                property: 'unknown',
                description: 'Companies nobody knows, with their rows',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['name', 'rows'],
                    properties: [new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'rows', type: 'integer')],
                ),
            ),
            new OA\Property(
                property: 'proposed',
                description: 'What the file says of a company that is not known',
                type: 'object',
                properties: [
                    new OA\Property(property: 'name', type: 'string', nullable: true),
                    new OA\Property(property: 'ticker', type: 'string', nullable: true),
                    new OA\Property(property: 'currency', type: 'string', nullable: true),
                    new OA\Property(property: 'year_end', type: 'integer', nullable: true),
                ],
            ),
            new OA\Property(property: 'sheets', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(
                property: 'unmapped',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['label', 'count'],
                    properties: [new OA\Property(property: 'label', type: 'string'), new OA\Property(property: 'count', type: 'integer')],
                ),
            ),
            new OA\Property(property: 'companies', type: 'integer'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Import',
        required: ['id', 'name', 'size', 'format', 'state', 'kind', 'counts', 'author', 'is_mine', 'made_on', 'stored_on'],
        properties: [
            new OA\Property(property: 'id', type: 'integer'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'size', type: 'integer'),
            new OA\Property(property: 'format', type: 'string'),
            new OA\Property(property: 'state', type: 'string', enum: ['previewing', 'previewed', 'storing', 'stored', 'undone']),
            new OA\Property(property: 'kind', type: 'string'),
            new OA\Property(property: 'counts', nullable: true, ref: '#/components/schemas/ImportCounts'),
            new OA\Property(property: 'author', type: 'string'),
            new OA\Property(property: 'is_mine', type: 'boolean', description: 'Whether whoever asks handed it in'),
            new OA\Property(property: 'made_on', type: 'string', nullable: true),
            new OA\Property(property: 'stored_on', type: 'string', nullable: true),
            new OA\Property(property: 'company_name', type: 'string', nullable: true),
            new OA\Property(property: 'mapping', ref: '#/components/schemas/ImportMapping'),
            new OA\Property(property: 'preview', nullable: true, ref: '#/components/schemas/ImportPreview'),
            new OA\Property(
                property: 'task',
                type: 'object',
                nullable: true,
                required: ['id', 'state', 'done', 'message'],
                properties: [
                    new OA\Property(property: 'id', type: 'integer'),
                    new OA\Property(property: 'state', type: 'string'),
                    new OA\Property(property: 'done', type: 'integer'),
                    new OA\Property(property: 'message', type: 'string', nullable: true),
                ],
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Correction',
        required: [
            'id',
            'batch',
            'ticker',
            'company',
            'line',
            'label',
            'period',
            'period_label',
            'value',
            'unit',
            'currency',
            'note',
            'source',
            'made_on',
            'withdrawn_on',
        ],
        properties: [
            new OA\Property(property: 'id', type: 'integer'),
            new OA\Property(property: 'batch', type: 'string', nullable: true),
            new OA\Property(property: 'ticker', type: 'string', nullable: true),
            new OA\Property(property: 'company', type: 'string'),
            new OA\Property(property: 'line', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'period', type: 'integer'),
            new OA\Property(property: 'period_label', type: 'string'),
            new OA\Property(property: 'value', type: 'number', nullable: true),
            new OA\Property(property: 'unit', type: 'string'),
            new OA\Property(property: 'currency', type: 'string'),
            new OA\Property(property: 'note', type: 'string'),
            new OA\Property(property: 'source', type: 'string'),
            new OA\Property(property: 'made_on', type: 'string', nullable: true),
            new OA\Property(property: 'withdrawn_on', type: 'string', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'FigureVersion',
        required: ['value', 'day', 'what', 'note', 'batch', 'state'],
        properties: [
            new OA\Property(property: 'value', type: 'number', nullable: true),
            new OA\Property(property: 'day', type: 'string'),
            new OA\Property(property: 'what', type: 'string'),
            new OA\Property(property: 'note', type: 'string'),
            new OA\Property(property: 'batch', type: 'string', nullable: true),
            new OA\Property(property: 'state', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Break',
        required: [
            'key',
            'kind',
            'period',
            'period_label',
            'line',
            'line_label',
            'sentence',
            'amount',
            'mark_in',
            'mark_in_label',
            'before_tax',
            'state',
            'one_off',
            'judgement',
        ],
        properties: [
            new OA\Property(property: 'key', type: 'string'),
            new OA\Property(property: 'kind', type: 'string'),
            new OA\Property(property: 'period', type: 'integer'),
            new OA\Property(property: 'period_label', type: 'string'),
            new OA\Property(property: 'line', type: 'string'),
            new OA\Property(property: 'line_label', type: 'string'),
            new OA\Property(property: 'sentence', type: 'string'),
            new OA\Property(property: 'amount', type: 'number', nullable: true),
            new OA\Property(property: 'mark_in', type: 'integer'),
            new OA\Property(property: 'mark_in_label', type: 'string'),
            new OA\Property(property: 'before_tax', type: 'boolean'),
            new OA\Property(property: 'state', type: 'string', enum: ['open', 'accepted', 'dismissed']),
            new OA\Property(property: 'one_off', type: 'integer', nullable: true),
            new OA\Property(property: 'judgement', type: 'integer', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'OneOff',
        required: ['id', 'line', 'line_label', 'period', 'period_label', 'amount', 'before_tax', 'note'],
        properties: [
            new OA\Property(property: 'id', type: 'integer'),
            new OA\Property(property: 'line', type: 'string'),
            new OA\Property(property: 'line_label', type: 'string'),
            new OA\Property(property: 'period', type: 'integer'),
            new OA\Property(property: 'period_label', type: 'string'),
            new OA\Property(property: 'amount', type: 'number'),
            new OA\Property(property: 'before_tax', type: 'boolean'),
            new OA\Property(property: 'note', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Finding',
        required: [
            'key',
            'check',
            'ticker',
            'company',
            'currency',
            'period',
            'period_label',
            'line',
            'line_label',
            'stated',
            'computed',
            'sentence',
            'cause',
            'weight',
            'remedies',
            'judgement',
        ],
        properties: [
            new OA\Property(property: 'key', type: 'string'),
            new OA\Property(property: 'check', type: 'string'),
            new OA\Property(property: 'ticker', type: 'string'),
            new OA\Property(property: 'company', type: 'string'),
            new OA\Property(property: 'currency', type: 'string'),
            new OA\Property(property: 'period', type: 'integer'),
            new OA\Property(property: 'period_label', type: 'string'),
            new OA\Property(property: 'line', type: 'string', nullable: true),
            new OA\Property(property: 'line_label', type: 'string', nullable: true),
            new OA\Property(property: 'stated', type: 'number', nullable: true),
            new OA\Property(property: 'computed', type: 'number', nullable: true),
            new OA\Property(property: 'sentence', type: 'string'),
            new OA\Property(property: 'cause', type: 'string'),
            new OA\Property(property: 'weight', type: 'integer'),
            new OA\Property(property: 'judgement', type: 'integer', nullable: true),
            new OA\Property(property: 'judgement_note', type: 'string', nullable: true),
            new OA\Property(
                property: 'remedies',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['kind', 'label', 'figures'],
                    properties: [
                        new OA\Property(property: 'kind', type: 'string'),
                        new OA\Property(property: 'label', type: 'string'),
                        new OA\Property(
                            property: 'figures',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['line', 'period', 'value', 'before', 'label'],
                                properties: [
                                    new OA\Property(property: 'line', type: 'string'),
                                    new OA\Property(property: 'period', type: 'integer'),
                                    new OA\Property(property: 'value', type: 'number', nullable: true),
                                    new OA\Property(property: 'before', description: 'What stands now', type: 'number', nullable: true),
                                    new OA\Property(property: 'label', type: 'string'),
                                ],
                            ),
                        ),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'CashMove',
        required: ['line', 'label', 'amount'],
        properties: [
            new OA\Property(property: 'line', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'amount', type: 'number'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Bridges',
        required: [
            'currency',
            'period',
            'period_label',
            'periods',
            'bridges',
            'sources_and_uses',
            'working_capital',
            'book_value',
            'returns',
        ],
        properties: [
            new OA\Property(property: 'currency', type: 'string'),
            new OA\Property(property: 'period', type: 'integer', nullable: true),
            new OA\Property(property: 'period_label', type: 'string', nullable: true),
            new OA\Property(property: 'periods', type: 'array', items: new OA\Items(ref: '#/components/schemas/PeriodHead')),
            new OA\Property(
                property: 'bridges',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['title', 'steps'],
                    properties: [
                        new OA\Property(property: 'title', type: 'string'),
                        new OA\Property(
                            property: 'steps',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['line', 'label', 'amount', 'total'],
                                properties: [
                                    new OA\Property(property: 'line', type: 'string', nullable: true),
                                    new OA\Property(property: 'label', type: 'string'),
                                    new OA\Property(property: 'amount', type: 'number'),
                                    new OA\Property(property: 'total', type: 'boolean'),
                                ],
                            ),
                        ),
                    ],
                ),
            ),
            new OA\Property(
                property: 'sources_and_uses',
                type: 'object',
                required: ['label', 'sources', 'uses', 'change', 'unexplained'],
                properties: [
                    new OA\Property(property: 'label', type: 'string'),
                    new OA\Property(property: 'sources', type: 'array', items: new OA\Items(ref: '#/components/schemas/CashMove')),
                    new OA\Property(property: 'uses', type: 'array', items: new OA\Items(ref: '#/components/schemas/CashMove')),
                    new OA\Property(property: 'change', type: 'number', nullable: true),
                    new OA\Property(property: 'unexplained', type: 'number'),
                ],
            ),
            new OA\Property(property: 'working_capital', type: 'array', items: new OA\Items(ref: '#/components/schemas/FigureRow')),
            new OA\Property(property: 'book_value', type: 'array', items: new OA\Items(ref: '#/components/schemas/FigureRow')),
            new OA\Property(property: 'returns', type: 'array', items: new OA\Items(ref: '#/components/schemas/FigureRow')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Breakdown',
        required: ['axis', 'periods', 'tables'],
        properties: [
            new OA\Property(
                property: 'axis',
                type: 'string',
                enum: ['business', 'region', 'driver', 'loans', 'securities', 'insurance', 'debt'],
            ),
            new OA\Property(property: 'periods', type: 'array', items: new OA\Items(ref: '#/components/schemas/PeriodHead')),
            new OA\Property(
                property: 'tables',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['line', 'label', 'unit', 'members', 'total', 'stated', 'difference', 'reconciled'],
                    properties: [
                        new OA\Property(property: 'line', type: 'string'),
                        new OA\Property(property: 'label', type: 'string'),
                        new OA\Property(property: 'unit', type: 'string'),
                        new OA\Property(
                            property: 'members',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['name', 'values'],
                                properties: [
                                    new OA\Property(property: 'name', type: 'string'),
                                    new OA\Property(property: 'values', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
                                ],
                            ),
                        ),
                        new OA\Property(property: 'total', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
                        new OA\Property(property: 'stated', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
                        new OA\Property(property: 'difference', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
                        new OA\Property(
                            property: 'reconciled',
                            type: 'array',
                            description: 'Whether the difference is no more than rounding',
                            items: new OA\Items(type: 'boolean', nullable: true),
                        ),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'FiguresByYear',
        required: ['years', 'rows'],
        properties: [
            new OA\Property(property: 'years', type: 'array', items: new OA\Items(type: 'integer')),
            new OA\Property(property: 'rows', type: 'array', items: new OA\Items(ref: '#/components/schemas/FigureRow')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Dividends',
        required: [
            'currency',
            'frequency',
            'payments',
            'years',
            'growth',
            'years_rising',
            'years_without_cut',
            'cuts',
            'yield_through_time',
            'now',
            'payout_through_time',
            'endurance',
            'shares',
        ],
        properties: [
            new OA\Property(property: 'currency', type: 'string'),
            new OA\Property(property: 'frequency', type: 'integer'),
            new OA\Property(
                property: 'payments',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['day', 'amount', 'declared', 'special'],
                    properties: [
                        new OA\Property(property: 'day', type: 'string'),
                        new OA\Property(property: 'amount', type: 'number'),
                        new OA\Property(property: 'declared', type: 'number'),
                        new OA\Property(property: 'special', type: 'boolean'),
                    ],
                ),
            ),
            new OA\Property(
                property: 'years',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['year', 'amount'],
                    properties: [new OA\Property(property: 'year', type: 'integer'), new OA\Property(property: 'amount', type: 'number')],
                ),
            ),
            new OA\Property(
                property: 'growth',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['years', 'figure'],
                    properties: [
                        new OA\Property(property: 'years', type: 'integer'),
                        new OA\Property(property: 'figure', ref: '#/components/schemas/Figure'),
                    ],
                ),
            ),
            new OA\Property(property: 'years_rising', type: 'integer'),
            new OA\Property(property: 'years_without_cut', type: 'integer'),
            new OA\Property(property: 'cuts', type: 'array', items: new OA\Items(type: 'integer')),
            new OA\Property(
                property: 'yield_through_time',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['day', 'yield', 'mean'],
                    properties: [
                        new OA\Property(property: 'day', type: 'string'),
                        new OA\Property(property: 'yield', type: 'number'),
                        new OA\Property(property: 'mean', type: 'number', nullable: true),
                    ],
                ),
            ),
            new OA\Property(property: 'now', type: 'array', items: new OA\Items(ref: '#/components/schemas/NamedFigure')),
            new OA\Property(property: 'payout_through_time', ref: '#/components/schemas/FiguresByYear'),
            new OA\Property(property: 'shares', ref: '#/components/schemas/FiguresByYear'),
            new OA\Property(
                property: 'endurance',
                type: 'object',
                required: ['downturn', 'falls', 'debt'],
                properties: [
                    new OA\Property(
                        property: 'downturn',
                        type: 'object',
                        nullable: true,
                        description: 'The last one of the economy that is over',
                        required: ['start', 'end'],
                        properties: [new OA\Property(property: 'start', type: 'string'), new OA\Property(property: 'end', type: 'string')],
                    ),
                    new OA\Property(
                        property: 'falls',
                        type: 'array',
                        description: 'By how much what pays the dividend could fall before it no longer covers it',
                        items: new OA\Items(
                            type: 'object',
                            required: ['key', 'label', 'payout', 'withstands', 'fell', 'would_cover'],
                            properties: [
                                new OA\Property(property: 'key', type: 'string'),
                                new OA\Property(property: 'label', type: 'string'),
                                new OA\Property(property: 'payout', ref: '#/components/schemas/Figure'),
                                new OA\Property(property: 'withstands', ref: '#/components/schemas/Figure'),
                                new OA\Property(property: 'fell', type: 'number', nullable: true, description: 'In that downturn'),
                                new OA\Property(
                                    property: 'would_cover',
                                    type: 'boolean',
                                    nullable: true,
                                    description: 'Whether it would still cover the dividend after the same fall',
                                ),
                            ],
                        ),
                    ),
                    new OA\Property(
                        property: 'debt',
                        type: 'array',
                        description: 'What lenders and supervisors look at',
                        items: new OA\Items(ref: '#/components/schemas/NamedFigure'),
                    ),
                ],
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'People',
        required: ['holders', 'netted', 'trades', 'series', 'now', 'shares_outstanding'],
        properties: [
            new OA\Property(
                property: 'holders',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['holder', 'kind', 'day', 'shares', 'share_of_company', 'change', 'since'],
                    properties: [
                        new OA\Property(property: 'holder', type: 'string'),
                        new OA\Property(property: 'kind', type: 'string'),
                        new OA\Property(property: 'day', type: 'string'),
                        new OA\Property(property: 'shares', type: 'number'),
                        new OA\Property(property: 'share_of_company', type: 'number', nullable: true),
                        new OA\Property(property: 'change', type: 'number', nullable: true),
                        new OA\Property(property: 'since', type: 'string', nullable: true),
                    ],
                ),
            ),
            new OA\Property(
                property: 'netted',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['months', 'bought', 'sold', 'net', 'buyers', 'sellers', 'bought_value', 'sold_value'],
                    properties: [
                        new OA\Property(property: 'months', type: 'integer'),
                        new OA\Property(property: 'bought', type: 'number'),
                        new OA\Property(property: 'sold', type: 'number'),
                        new OA\Property(property: 'net', type: 'number'),
                        new OA\Property(property: 'buyers', type: 'integer'),
                        new OA\Property(property: 'sellers', type: 'integer'),
                        new OA\Property(property: 'bought_value', type: 'number', nullable: true),
                        new OA\Property(property: 'sold_value', type: 'number', nullable: true),
                    ],
                ),
            ),
            new OA\Property(
                property: 'trades',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['day', 'insider', 'role', 'shares', 'price'],
                    properties: [
                        new OA\Property(property: 'day', type: 'string'),
                        new OA\Property(property: 'insider', type: 'string'),
                        new OA\Property(property: 'role', type: 'string'),
                        new OA\Property(property: 'shares', type: 'number'),
                        new OA\Property(property: 'price', type: 'number', nullable: true),
                    ],
                ),
            ),
            new OA\Property(
                property: 'series',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['name', 'label', 'points'],
                    properties: [
                        new OA\Property(property: 'name', type: 'string'),
                        new OA\Property(property: 'label', type: 'string'),
                        new OA\Property(
                            property: 'points',
                            type: 'array',
                            items: new OA\Items(
                                type: 'object',
                                required: ['day', 'shares'],
                                properties: [
                                    new OA\Property(property: 'day', type: 'string'),
                                    new OA\Property(property: 'shares', type: 'number'),
                                ],
                            ),
                        ),
                    ],
                ),
            ),
            new OA\Property(property: 'now', type: 'array', items: new OA\Items(ref: '#/components/schemas/NamedFigure')),
            new OA\Property(property: 'shares_outstanding', ref: '#/components/schemas/Figure'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Note',
        required: ['id', 'figure', 'body', 'written_on', 'value_then', 'value_now', 'changed'],
        properties: [
            new OA\Property(property: 'id', type: 'integer'),
            new OA\Property(property: 'figure', type: 'string', nullable: true),
            new OA\Property(property: 'body', type: 'string', description: 'Markdown'),
            new OA\Property(property: 'written_on', type: 'string', nullable: true),
            new OA\Property(property: 'value_then', type: 'number', nullable: true),
            new OA\Property(property: 'value_now', type: 'number', nullable: true),
            new OA\Property(property: 'changed', type: 'boolean', description: 'The figure is another now than when the note was written'),
        ],
    ),
]
final class AccountsContract
{
}
