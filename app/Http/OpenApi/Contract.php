<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** The parts of the API's contract that several operations share. */
#[OA\OpenApi(openapi: '3.1.0', security: [['token' => []]])]
#[
    OA\Info(
        version: '1',
        title: 'Logion API',
        description: 'Everything the interface does, for scripts too. Fractions are fractions (0.08 is 8 %), days are YYYY-MM-DD.',
    ),
]
#[OA\Server(url: '/api/v1')]
#[
    OA\SecurityScheme(
        securityScheme: 'token',
        type: 'http',
        scheme: 'bearer',
        description: 'A token made under Data, Scripts; or the session of who is signed in, with its forgery protection.',
    ),
]
#[
    OA\Schema(
        schema: 'Problem',
        description: 'An error by RFC 9457, with a sentence a person can act on',
        required: ['type', 'title', 'status', 'detail'],
        properties: [
            new OA\Property(property: 'type', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'status', type: 'integer'),
            new OA\Property(property: 'detail', type: 'string'),
            new OA\Property(property: 'position', type: 'integer', nullable: true),
            new OA\Property(property: 'proposal', type: 'string', nullable: true),
            new OA\Property(property: 'assumption', type: 'string'),
            new OA\Property(property: 'formula', type: 'string', nullable: true),
            new OA\Property(
                property: 'errors',
                type: 'object',
                description: 'Sentences by the field they are about',
                additionalProperties: new OA\AdditionalProperties(type: 'array', items: new OA\Items(type: 'string')),
            ),
            new OA\Property(
                property: 'choices',
                type: 'array',
                description: 'References that mean one company each, where a ticker means several',
                items: new OA\Items(
                    type: 'object',
                    required: ['reference', 'name'],
                    properties: [new OA\Property(property: 'reference', type: 'string'), new OA\Property(property: 'name', type: 'string')],
                ),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Figure',
        required: ['value', 'unit', 'state', 'reason'],
        properties: [
            new OA\Property(property: 'value', type: 'number', nullable: true),
            new OA\Property(property: 'unit', type: 'string'),
            new OA\Property(property: 'currency', type: 'string', nullable: true),
            new OA\Property(
                property: 'state',
                type: 'string',
                enum: ['value', 'missing', 'not_applicable', 'not_meaningful', 'not_enough_history'],
            ),
            new OA\Property(property: 'reason', type: 'string', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Source',
        required: ['kind', 'text'],
        properties: [
            new OA\Property(property: 'kind', type: 'string'),
            new OA\Property(property: 'text', type: 'string'),
            new OA\Property(property: 'date', type: 'string'),
            new OA\Property(property: 'filing', type: 'integer'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Working',
        required: ['label', 'value', 'unit', 'state'],
        properties: [
            new OA\Property(property: 'key', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'formula', type: 'string'),
            new OA\Property(property: 'period', type: 'string'),
            new OA\Property(property: 'value', type: 'number', nullable: true),
            new OA\Property(property: 'unit', type: 'string'),
            new OA\Property(property: 'state', type: 'string'),
            new OA\Property(property: 'reason', type: 'string'),
            new OA\Property(property: 'source', ref: '#/components/schemas/Source'),
            new OA\Property(property: 'children', type: 'array', items: new OA\Items(ref: '#/components/schemas/Working')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Metric',
        required: ['key', 'label', 'group', 'unit', 'better', 'formula', 'templates', 'basis', 'note', 'synonyms', 'compares'],
        properties: [
            new OA\Property(property: 'key', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'group', type: 'string'),
            new OA\Property(property: 'unit', type: 'string'),
            new OA\Property(property: 'better', type: 'string'),
            new OA\Property(property: 'formula', type: 'string'),
            new OA\Property(property: 'not_meaningful_when', type: 'string', nullable: true),
            new OA\Property(property: 'templates', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'basis', type: 'string'),
            new OA\Property(property: 'note', type: 'string'),
            new OA\Property(property: 'synonyms', type: 'string'),
            new OA\Property(property: 'compares', type: 'boolean', description: 'Computed for all companies at once; it has no formula'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Criterion',
        properties: [
            new OA\Property(property: 'formula', type: 'string'),
            new OA\Property(property: 'active', type: 'boolean'),
            new OA\Property(property: 'group', type: 'string', enum: ['all', 'any', 'at_least']),
            new OA\Property(property: 'count', type: 'integer'),
            new OA\Property(property: 'criteria', type: 'array', items: new OA\Items(ref: '#/components/schemas/Criterion')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ScreenDefinition',
        properties: [
            new OA\Property(property: 'version', type: 'integer'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'belief', type: 'string'),
            new OA\Property(property: 'literature', type: 'string'),
            new OA\Property(
                property: 'universe',
                type: 'object',
                additionalProperties: true,
                description: 'countries, exchanges, sectors, templates, kinds, companies, exclude: lists; market_cap, traded_value: '.
                    '{least, most}; lists: a set of named lists',
            ),
            new OA\Property(property: 'criteria', type: 'array', items: new OA\Items(ref: '#/components/schemas/Criterion')),
            new OA\Property(property: 'columns', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(
                property: 'sort',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['column', 'direction'],
                    properties: [
                        new OA\Property(property: 'column', type: 'string'),
                        new OA\Property(property: 'direction', type: 'string'),
                    ],
                ),
            ),
            new OA\Property(
                property: 'set_aside',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['ticker', 'reason'],
                    properties: [new OA\Property(property: 'ticker', type: 'string'), new OA\Property(property: 'reason', type: 'string')],
                ),
            ),
            new OA\Property(property: 'ranking', nullable: true, ref: '#/components/schemas/Ranking'),
            new OA\Property(property: 'regression', nullable: true, ref: '#/components/schemas/Regression'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ScreenQuestion',
        required: ['screen'],
        properties: [
            new OA\Property(property: 'screen', ref: '#/components/schemas/ScreenDefinition'),
            new OA\Property(property: 'as_of', type: 'string', nullable: true),
            new OA\Property(property: 'offset', type: 'integer'),
            new OA\Property(property: 'limit', type: 'integer'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ScreenRow',
        required: ['ticker', 'name', 'company', 'sector', 'values', 'states', 'percentiles'],
        properties: [
            new OA\Property(property: 'ticker', type: 'string'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'company', type: 'integer'),
            new OA\Property(property: 'sector', type: 'string'),
            new OA\Property(
                property: 'values',
                type: 'object',
                additionalProperties: new OA\AdditionalProperties(type: 'number', nullable: true),
            ),
            new OA\Property(property: 'states', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string')),
            new OA\Property(property: 'percentiles', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'number')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Warning',
        required: ['kind', 'count', 'of'],
        properties: [
            new OA\Property(
                property: 'kind',
                type: 'string',
                enum: ['concentration', 'undecidable', 'edge', 'duplicate', 'currencies', 'year_ends', 'stale'],
            ),
            new OA\Property(property: 'count', type: 'integer'),
            new OA\Property(property: 'of', type: 'integer'),
            new OA\Property(property: 'sector', type: 'string'),
            new OA\Property(property: 'criterion', type: 'string'),
            new OA\Property(property: 'other', type: 'string'),
            new OA\Property(property: 'correlation', type: 'number'),
            new OA\Property(property: 'loosened', type: 'integer'),
            new OA\Property(property: 'tightened', type: 'integer'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ScreenStepMember',
        required: ['criterion', 'active', 'alone', 'undecidable'],
        properties: [
            new OA\Property(property: 'criterion', type: 'string'),
            new OA\Property(property: 'active', type: 'boolean'),
            new OA\Property(property: 'alone', type: 'integer'),
            new OA\Property(property: 'undecidable', type: 'integer'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ScreenStep',
        required: ['criterion', 'active', 'survivors', 'undecidable', 'alone', 'decisive', 'members'],
        properties: [
            new OA\Property(property: 'criterion', type: 'string'),
            new OA\Property(property: 'active', type: 'boolean'),
            new OA\Property(property: 'survivors', type: 'integer'),
            new OA\Property(property: 'undecidable', type: 'integer'),
            new OA\Property(property: 'alone', type: 'integer'),
            new OA\Property(property: 'decisive', type: 'integer', nullable: true, description: 'How many more would survive without it'),
            new OA\Property(property: 'members', type: 'array', items: new OA\Items(ref: '#/components/schemas/ScreenStepMember')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ScreenResult',
        required: ['as_of', 'universe', 'steps', 'total', 'total_with_set_aside', 'units', 'rows', 'sectors', 'warnings'],
        properties: [
            new OA\Property(property: 'as_of', type: 'string'),
            new OA\Property(
                property: 'universe',
                type: 'object',
                required: ['size'],
                properties: [new OA\Property(property: 'size', type: 'integer')],
            ),
            new OA\Property(property: 'steps', type: 'array', items: new OA\Items(ref: '#/components/schemas/ScreenStep')),
            new OA\Property(property: 'total', type: 'integer'),
            new OA\Property(property: 'total_with_set_aside', type: 'integer', nullable: true),
            new OA\Property(property: 'units', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string')),
            new OA\Property(property: 'rows', type: 'array', items: new OA\Items(ref: '#/components/schemas/ScreenRow')),
            new OA\Property(property: 'sectors', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'integer')),
            new OA\Property(property: 'warnings', type: 'array', items: new OA\Items(ref: '#/components/schemas/Warning')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'GroupLine',
        required: ['count', 'median', 'mean', 'weighted_mean', 'harmonic_mean', 'lower_quartile', 'upper_quartile', 'low', 'high'],
        properties: [
            new OA\Property(property: 'count', type: 'integer'),
            new OA\Property(property: 'median', type: 'number', nullable: true),
            new OA\Property(property: 'mean', type: 'number', nullable: true),
            new OA\Property(property: 'weighted_mean', type: 'number', nullable: true),
            new OA\Property(property: 'harmonic_mean', type: 'number', nullable: true),
            new OA\Property(property: 'lower_quartile', type: 'number', nullable: true),
            new OA\Property(property: 'upper_quartile', type: 'number', nullable: true),
            new OA\Property(property: 'low', type: 'number', nullable: true),
            new OA\Property(property: 'high', type: 'number', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Placed',
        required: ['ticker', 'name', 'company', 'sector', 'value'],
        properties: [
            new OA\Property(property: 'ticker', type: 'string'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'company', type: 'integer'),
            new OA\Property(property: 'sector', type: 'string'),
            new OA\Property(property: 'value', type: 'number'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ScoreRow',
        required: ['ticker', 'name', 'company', 'sector', 'passed', 'failed', 'undecidable', 'marks'],
        properties: [
            new OA\Property(property: 'ticker', type: 'string'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'company', type: 'integer'),
            new OA\Property(property: 'sector', type: 'string'),
            new OA\Property(property: 'passed', type: 'integer'),
            new OA\Property(property: 'failed', type: 'integer'),
            new OA\Property(property: 'undecidable', type: 'integer'),
            new OA\Property(
                property: 'marks',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['state', 'actual', 'required', 'slack', 'relative'],
                    properties: [
                        new OA\Property(property: 'state', type: 'string', enum: ['pass', 'fail', 'undecidable']),
                        new OA\Property(property: 'actual', type: 'number', nullable: true),
                        new OA\Property(property: 'required', type: 'number', nullable: true),
                        new OA\Property(property: 'slack', type: 'number', nullable: true),
                        new OA\Property(property: 'relative', type: 'number', nullable: true),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Ranking',
        required: ['components', 'combination', 'within', 'missing'],
        properties: [
            new OA\Property(
                property: 'components',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['formula', 'weight', 'better'],
                    properties: [
                        new OA\Property(property: 'formula', type: 'string'),
                        new OA\Property(property: 'weight', type: 'number'),
                        new OA\Property(property: 'better', type: 'string', enum: ['higher', 'lower']),
                    ],
                ),
            ),
            new OA\Property(property: 'combination', type: 'string', enum: ['rank', 'percentile', 'z_score']),
            new OA\Property(property: 'within', type: 'string', enum: ['universe', 'sector']),
            new OA\Property(property: 'missing', type: 'string', enum: ['worst', 'best', 'mean', 'zero', 'leave_out']),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RankingRow',
        required: ['ticker', 'name', 'company', 'sector', 'place', 'score', 'values', 'scores', 'contributions'],
        properties: [
            new OA\Property(property: 'ticker', type: 'string'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'company', type: 'integer'),
            new OA\Property(property: 'sector', type: 'string'),
            new OA\Property(property: 'place', type: 'integer'),
            new OA\Property(property: 'score', type: 'number'),
            new OA\Property(property: 'values', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
            new OA\Property(property: 'scores', type: 'array', items: new OA\Items(type: 'number')),
            new OA\Property(property: 'contributions', type: 'array', items: new OA\Items(type: 'number')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RankingResult',
        required: ['as_of', 'total', 'left_out', 'left_out_total', 'shares', 'other_rules', 'rows'],
        properties: [
            new OA\Property(property: 'as_of', type: 'string'),
            new OA\Property(property: 'total', type: 'integer'),
            new OA\Property(
                property: 'left_out',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['ticker', 'name'],
                    properties: [new OA\Property(property: 'ticker', type: 'string'), new OA\Property(property: 'name', type: 'string')],
                ),
            ),
            new OA\Property(property: 'left_out_total', type: 'integer'),
            new OA\Property(property: 'shares', type: 'array', items: new OA\Items(type: 'number')),
            new OA\Property(
                property: 'other_rules',
                type: 'object',
                nullable: true,
                additionalProperties: new OA\AdditionalProperties(
                    type: 'object',
                    required: ['moved', 'ranked'],
                    properties: [new OA\Property(property: 'moved', type: 'integer'), new OA\Property(property: 'ranked', type: 'integer')],
                ),
            ),
            new OA\Property(property: 'rows', type: 'array', items: new OA\Items(ref: '#/components/schemas/RankingRow')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Regression',
        required: ['dependent', 'regressors'],
        properties: [
            new OA\Property(
                property: 'dependent',
                type: 'object',
                required: ['formula', 'log'],
                properties: [new OA\Property(property: 'formula', type: 'string'), new OA\Property(property: 'log', type: 'boolean')],
            ),
            new OA\Property(
                property: 'regressors',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['formula', 'log'],
                    properties: [new OA\Property(property: 'formula', type: 'string'), new OA\Property(property: 'log', type: 'boolean')],
                ),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RegressionRow',
        required: [
            'ticker',
            'name',
            'company',
            'sector',
            'dependent',
            'regressors',
            'fitted',
            'residual',
            'premium',
            'studentised',
            'leverage',
            'cook',
            'marks',
        ],
        properties: [
            new OA\Property(property: 'ticker', type: 'string'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'company', type: 'integer'),
            new OA\Property(property: 'sector', type: 'string'),
            new OA\Property(property: 'dependent', type: 'number'),
            new OA\Property(property: 'regressors', type: 'array', items: new OA\Items(type: 'number')),
            new OA\Property(property: 'fitted', type: 'number'),
            new OA\Property(property: 'residual', type: 'number'),
            new OA\Property(property: 'premium', type: 'number', nullable: true),
            new OA\Property(property: 'studentised', type: 'number', nullable: true),
            new OA\Property(property: 'leverage', type: 'number'),
            new OA\Property(property: 'cook', type: 'number', nullable: true),
            new OA\Property(
                property: 'marks',
                type: 'array',
                items: new OA\Items(type: 'string', enum: ['leverage', 'outlier', 'influence']),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RegressionResult',
        required: [
            'as_of',
            'used',
            'dropped',
            'terms',
            'r_squared',
            'adjusted_r_squared',
            'residual_standard_error',
            'degrees_of_freedom',
            'f',
            'rows',
        ],
        properties: [
            new OA\Property(property: 'as_of', type: 'string'),
            new OA\Property(property: 'used', type: 'integer'),
            new OA\Property(property: 'dropped', type: 'integer'),
            new OA\Property(
                property: 'terms',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['name', 'coefficient', 'standard_error', 't', 'p', 'evidence'],
                    properties: [
                        new OA\Property(property: 'name', type: 'string'),
                        new OA\Property(property: 'coefficient', type: 'number'),
                        new OA\Property(property: 'standard_error', type: 'number'),
                        new OA\Property(property: 't', type: 'number', nullable: true),
                        new OA\Property(property: 'p', type: 'number', nullable: true),
                        new OA\Property(property: 'evidence', type: 'string', nullable: true, enum: ['strong', 'fair', 'weak', 'none']),
                    ],
                ),
            ),
            new OA\Property(property: 'r_squared', type: 'number', nullable: true),
            new OA\Property(property: 'adjusted_r_squared', type: 'number', nullable: true),
            new OA\Property(property: 'residual_standard_error', type: 'number'),
            new OA\Property(property: 'degrees_of_freedom', type: 'integer'),
            new OA\Property(property: 'f', type: 'number', nullable: true),
            new OA\Property(property: 'rows', type: 'array', items: new OA\Items(ref: '#/components/schemas/RegressionRow')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Performance',
        required: ['total', 'annual', 'volatility', 'sharpe', 'drawdown', 'drawdown_peak', 'drawdown_trough', 'drawdown_recovery', 'years'],
        properties: [
            new OA\Property(property: 'total', type: 'number'),
            new OA\Property(property: 'annual', type: 'number', nullable: true),
            new OA\Property(property: 'volatility', type: 'number', nullable: true),
            new OA\Property(property: 'sharpe', type: 'number', nullable: true),
            new OA\Property(property: 'drawdown', type: 'number'),
            new OA\Property(property: 'drawdown_peak', type: 'string', nullable: true),
            new OA\Property(property: 'drawdown_trough', type: 'string', nullable: true),
            new OA\Property(property: 'drawdown_recovery', type: 'string', nullable: true),
            new OA\Property(
                property: 'years',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['year', 'return', 'whole'],
                    properties: [
                        new OA\Property(property: 'year', type: 'integer'),
                        new OA\Property(property: 'return', type: 'number'),
                        new OA\Property(property: 'whole', type: 'boolean'),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'BasketResult',
        required: [
            'days',
            'values',
            'index_values',
            'risk_free',
            'performance',
            'index_performance',
            'index',
            'members',
            'not_there_at_first',
            'rebalancings',
            'turnover',
        ],
        properties: [
            new OA\Property(property: 'days', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'values', type: 'array', items: new OA\Items(type: 'number')),
            new OA\Property(property: 'index_values', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
            new OA\Property(property: 'risk_free', type: 'number'),
            new OA\Property(property: 'performance', ref: '#/components/schemas/Performance'),
            new OA\Property(property: 'index_performance', nullable: true, ref: '#/components/schemas/Performance'),
            new OA\Property(property: 'index', type: 'string'),
            new OA\Property(property: 'members', type: 'integer'),
            new OA\Property(property: 'not_there_at_first', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'rebalancings', type: 'integer'),
            new OA\Property(property: 'turnover', type: 'number'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ChecklistItem',
        required: [
            'criterion',
            'depth',
            'group',
            'state',
            'reason',
            'actual',
            'actual_formula',
            'operator',
            'required',
            'slack',
            'relative',
            'years',
            'history',
            'trend',
        ],
        properties: [
            new OA\Property(property: 'criterion', type: 'string'),
            new OA\Property(property: 'depth', type: 'integer'),
            new OA\Property(property: 'group', type: 'boolean'),
            new OA\Property(property: 'state', type: 'string', enum: ['pass', 'fail', 'undecidable']),
            new OA\Property(property: 'reason', type: 'string', nullable: true),
            new OA\Property(property: 'actual', nullable: true, ref: '#/components/schemas/Figure'),
            new OA\Property(property: 'actual_formula', type: 'string', nullable: true),
            new OA\Property(property: 'operator', type: 'string', nullable: true),
            new OA\Property(property: 'required', nullable: true, ref: '#/components/schemas/Figure'),
            new OA\Property(property: 'slack', type: 'number', nullable: true),
            new OA\Property(property: 'relative', type: 'number', nullable: true),
            new OA\Property(property: 'years', type: 'array', items: new OA\Items(type: 'integer')),
            new OA\Property(property: 'history', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
            new OA\Property(property: 'trend', type: 'string', nullable: true, enum: ['rising', 'falling', 'level']),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'OwnMetricDefinition',
        required: ['key', 'label', 'kind', 'definition'],
        properties: [
            new OA\Property(property: 'key', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'kind', type: 'string', enum: ['formula', 'ranking', 'regression']),
            new OA\Property(
                property: 'definition',
                oneOf: [
                    new OA\Schema(type: 'string'),
                    new OA\Schema(ref: '#/components/schemas/Ranking'),
                    new OA\Schema(ref: '#/components/schemas/Regression'),
                ],
            ),
            new OA\Property(property: 'unit', type: 'string'),
            new OA\Property(property: 'better', type: 'string', enum: ['higher', 'lower', 'neutral']),
            new OA\Property(property: 'note', type: 'string', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'OwnMetric',
        required: ['id', 'key', 'label', 'kind', 'definition', 'unit', 'better', 'note'],
        properties: [
            new OA\Property(property: 'id', type: 'integer'),
            new OA\Property(property: 'key', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'kind', type: 'string', enum: ['formula', 'ranking', 'regression']),
            new OA\Property(
                property: 'definition',
                oneOf: [
                    new OA\Schema(type: 'string'),
                    new OA\Schema(ref: '#/components/schemas/Ranking'),
                    new OA\Schema(ref: '#/components/schemas/Regression'),
                ],
            ),
            new OA\Property(property: 'unit', type: 'string'),
            new OA\Property(property: 'better', type: 'string'),
            new OA\Property(property: 'note', type: 'string'),
            new OA\Property(property: 'depends_on', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'used_by', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ColumnView',
        required: ['id', 'name', 'columns'],
        properties: [
            new OA\Property(property: 'id', type: 'integer'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'columns', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'BackTestSettings',
        required: ['screen', 'frequency', 'from', 'index'],
        properties: [
            new OA\Property(property: 'screen', ref: '#/components/schemas/ScreenDefinition'),
            new OA\Property(property: 'ranking', nullable: true, ref: '#/components/schemas/Ranking'),
            new OA\Property(property: 'top', type: 'integer', nullable: true),
            new OA\Property(property: 'frequency', type: 'string', enum: ['monthly', 'quarterly', 'yearly']),
            new OA\Property(property: 'from', type: 'string'),
            new OA\Property(property: 'to', type: 'string', nullable: true),
            new OA\Property(property: 'lag', type: 'integer', description: 'Trading days from the screen to the purchase'),
            new OA\Property(property: 'cost', type: 'number', description: 'Basis points of each amount traded'),
            new OA\Property(property: 'index', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'BackTestDate',
        required: ['signal', 'entry', 'universe', 'undecidable', 'picked', 'turnover', 'cost', 'held', 'not_bought'],
        properties: [
            new OA\Property(property: 'signal', type: 'string'),
            new OA\Property(property: 'entry', type: 'string'),
            new OA\Property(property: 'universe', type: 'integer'),
            new OA\Property(property: 'undecidable', type: 'integer'),
            new OA\Property(property: 'picked', type: 'integer'),
            new OA\Property(property: 'turnover', type: 'number'),
            new OA\Property(property: 'cost', type: 'number'),
            new OA\Property(
                property: 'held',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['ticker', 'name', 'weight'],
                    properties: [
                        new OA\Property(property: 'ticker', type: 'string'),
                        new OA\Property(property: 'name', type: 'string'),
                        new OA\Property(property: 'weight', type: 'number'),
                    ],
                ),
            ),
            new OA\Property(property: 'not_bought', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'BackTestPeriod',
        required: ['from', 'to', 'return', 'benchmark', 'members'],
        properties: [
            new OA\Property(property: 'from', type: 'string'),
            new OA\Property(property: 'to', type: 'string'),
            new OA\Property(property: 'return', type: 'number'),
            new OA\Property(property: 'benchmark', type: 'number'),
            new OA\Property(
                property: 'members',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['ticker', 'return'],
                    properties: [new OA\Property(property: 'ticker', type: 'string'), new OA\Property(property: 'return', type: 'number')],
                ),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'BackTestResult',
        required: [
            'days',
            'values',
            'index_values',
            'risk_free',
            'performance',
            'index_performance',
            'index',
            'hindsight_values',
            'hindsight_performance',
            'today',
            'dates',
            'jumps',
            'periods',
            'hit_rate',
            'period_hit_rate',
            'annual_turnover',
            'from',
            'to',
            'fingerprint',
        ],
        properties: [
            new OA\Property(property: 'days', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'values', type: 'array', items: new OA\Items(type: 'number')),
            new OA\Property(property: 'index_values', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
            new OA\Property(property: 'risk_free', type: 'number'),
            new OA\Property(property: 'performance', ref: '#/components/schemas/Performance'),
            new OA\Property(property: 'index_performance', nullable: true, ref: '#/components/schemas/Performance'),
            new OA\Property(property: 'index', type: 'string'),
            new OA\Property(property: 'hindsight_values', type: 'array', items: new OA\Items(type: 'number')),
            new OA\Property(property: 'hindsight_performance', nullable: true, ref: '#/components/schemas/Performance'),
            new OA\Property(property: 'today', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'dates', type: 'array', items: new OA\Items(ref: '#/components/schemas/BackTestDate')),
            new OA\Property(
                property: 'jumps',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['day', 'kind', 'from', 'to'],
                    properties: [
                        new OA\Property(property: 'day', type: 'string'),
                        new OA\Property(property: 'kind', type: 'string', enum: ['universe', 'undecidable']),
                        new OA\Property(property: 'from', type: 'number'),
                        new OA\Property(property: 'to', type: 'number'),
                    ],
                ),
            ),
            new OA\Property(property: 'periods', type: 'array', items: new OA\Items(ref: '#/components/schemas/BackTestPeriod')),
            new OA\Property(property: 'hit_rate', type: 'number', nullable: true),
            new OA\Property(property: 'period_hit_rate', type: 'number', nullable: true),
            new OA\Property(property: 'annual_turnover', type: 'number', nullable: true),
            new OA\Property(property: 'from', type: 'string'),
            new OA\Property(property: 'to', type: 'string'),
            new OA\Property(property: 'fingerprint', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'BackTest',
        required: ['id', 'name', 'settings', 'started', 'task', 'result'],
        properties: [
            new OA\Property(property: 'id', type: 'integer'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'settings', ref: '#/components/schemas/BackTestSettings'),
            new OA\Property(property: 'started', type: 'string', nullable: true),
            new OA\Property(
                property: 'task',
                type: 'object',
                nullable: true,
                required: ['id', 'state', 'done', 'total'],
                properties: [
                    new OA\Property(property: 'id', type: 'integer'),
                    new OA\Property(property: 'state', type: 'string'),
                    new OA\Property(property: 'done', type: 'integer'),
                    new OA\Property(property: 'total', type: 'integer'),
                    new OA\Property(property: 'message', type: 'string', nullable: true),
                ],
            ),
            new OA\Property(property: 'result', nullable: true, ref: '#/components/schemas/BackTestResult'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Distribution',
        required: ['known', 'unknown', 'low', 'high', 'counts', 'below', 'above', 'q1', 'median', 'q3'],
        properties: [
            new OA\Property(property: 'known', type: 'integer'),
            new OA\Property(property: 'unknown', type: 'integer'),
            new OA\Property(property: 'low', type: 'number'),
            new OA\Property(property: 'high', type: 'number'),
            new OA\Property(property: 'counts', type: 'array', items: new OA\Items(type: 'integer')),
            new OA\Property(property: 'below', type: 'integer'),
            new OA\Property(property: 'above', type: 'integer'),
            new OA\Property(property: 'q1', type: 'number', nullable: true),
            new OA\Property(property: 'median', type: 'number', nullable: true),
            new OA\Property(property: 'q3', type: 'number', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'CompanyList',
        required: ['id', 'name', 'as_of', 'items'],
        properties: [
            new OA\Property(property: 'id', type: 'integer'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'as_of', type: 'string'),
            new OA\Property(
                property: 'items',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['ticker', 'name', 'mark', 'reason'],
                    properties: [
                        new OA\Property(property: 'ticker', type: 'string'),
                        new OA\Property(property: 'name', type: 'string'),
                        new OA\Property(property: 'mark', type: 'string', nullable: true),
                        new OA\Property(property: 'reason', type: 'string', nullable: true),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'CashFlowValuation',
        required: [
            'ticker',
            'as_of',
            'currency',
            'per_share',
            'upside',
            'equity_value',
            'enterprise_value',
            'discount_rate',
            'cost_of_equity',
            'weights',
            'reporting_currency',
            'assumptions',
            'sheet',
            'buy_below',
            'warnings',
        ],
        properties: [
            new OA\Property(property: 'ticker', type: 'string'),
            new OA\Property(property: 'as_of', type: 'string'),
            new OA\Property(property: 'method', type: 'string'),
            new OA\Property(property: 'currency', type: 'string'),
            new OA\Property(property: 'reporting_currency', type: 'string'),
            new OA\Property(property: 'per_share', type: 'number', nullable: true),
            new OA\Property(property: 'price', type: 'number', nullable: true),
            new OA\Property(property: 'upside', type: 'number', nullable: true, description: 'Value over price, less one'),
            new OA\Property(property: 'equity_value', type: 'number', nullable: true),
            new OA\Property(property: 'enterprise_value', type: 'number', nullable: true),
            new OA\Property(property: 'discount_rate', type: 'number'),
            new OA\Property(property: 'terminal_share', type: 'number', nullable: true),
            new OA\Property(property: 'present_value_of_forecast', type: 'number'),
            new OA\Property(property: 'present_value_of_terminal', type: 'number', nullable: true),
            new OA\Property(property: 'cost_of_equity', type: 'number'),
            new OA\Property(property: 'after_tax_cost_of_debt', type: 'number'),
            new OA\Property(
                property: 'weights',
                type: 'object',
                required: ['equity', 'debt'],
                properties: [new OA\Property(property: 'equity', type: 'number'), new OA\Property(property: 'debt', type: 'number')],
            ),
            new OA\Property(
                property: 'assumptions',
                type: 'object',
                required: ['years', 'base_year', 'stub', 'terminal', 'convention', 'figures', 'drivers'],
                properties: [
                    new OA\Property(property: 'years', type: 'integer'),
                    new OA\Property(property: 'base_year', type: 'integer'),
                    new OA\Property(property: 'stub', type: 'number'),
                    new OA\Property(property: 'terminal', type: 'string'),
                    new OA\Property(property: 'convention', type: 'string'),
                    new OA\Property(
                        property: 'figures',
                        type: 'object',
                        additionalProperties: new OA\AdditionalProperties(ref: '#/components/schemas/Assumption'),
                    ),
                    new OA\Property(
                        property: 'drivers',
                        type: 'object',
                        additionalProperties: new OA\AdditionalProperties(ref: '#/components/schemas/Driver'),
                    ),
                ],
            ),
            new OA\Property(
                property: 'sheet',
                type: 'object',
                required: ['years'],
                properties: [new OA\Property(property: 'years', type: 'array', items: new OA\Items(type: 'integer'))],
                additionalProperties: new OA\AdditionalProperties(type: 'array', items: new OA\Items(type: 'number')),
            ),
            new OA\Property(
                property: 'buy_below',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['margin', 'buy_below', 'from_price'],
                    properties: [
                        new OA\Property(property: 'margin', type: 'number'),
                        new OA\Property(property: 'buy_below', type: 'number', nullable: true),
                        new OA\Property(property: 'from_price', type: 'number', nullable: true),
                    ],
                ),
            ),
            new OA\Property(property: 'warnings', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Assumption',
        required: ['name', 'label', 'unit', 'value', 'source', 'alternatives', 'note'],
        properties: [
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'unit', type: 'string'),
            new OA\Property(property: 'value', type: 'number'),
            new OA\Property(property: 'source', type: 'string'),
            new OA\Property(property: 'alternatives', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'number')),
            new OA\Property(property: 'note', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Driver',
        required: ['label', 'rule', 'describe', 'source', 'history', 'path'],
        properties: [
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'rule', ref: '#/components/schemas/DriverRule'),
            new OA\Property(property: 'describe', type: 'string'),
            new OA\Property(property: 'source', type: 'string'),
            new OA\Property(
                property: 'history',
                type: 'object',
                additionalProperties: new OA\AdditionalProperties(type: 'number', nullable: true),
            ),
            new OA\Property(property: 'path', type: 'array', items: new OA\Items(type: 'number')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'DriverRule',
        required: ['rule'],
        properties: [
            new OA\Property(
                property: 'rule',
                type: 'string',
                enum: ['own', 'fade', 'step', 'historical_mean', 'historical_median', 'consensus', 'tied'],
            ),
            new OA\Property(property: 'values', type: 'array', items: new OA\Items(type: 'number')),
            new OA\Property(property: 'from', type: 'number'),
            new OA\Property(property: 'to', type: 'number'),
            new OA\Property(property: 'hold_years', type: 'integer'),
            new OA\Property(property: 'step', type: 'number'),
            new OA\Property(property: 'along', type: 'string', description: 'The driver it is tied to'),
            new OA\Property(property: 'times', type: 'number'),
            new OA\Property(property: 'plus', type: 'number'),
            new OA\Property(property: 'exclude', type: 'array', items: new OA\Items(type: 'integer')),
            new OA\Property(property: 'source', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'CashFlowChanges',
        properties: [
            new OA\Property(property: 'years', type: 'integer'),
            new OA\Property(property: 'terminal', type: 'string'),
            new OA\Property(property: 'convention', type: 'string'),
            new OA\Property(property: 'figures', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'number')),
            new OA\Property(
                property: 'drivers',
                type: 'object',
                additionalProperties: new OA\AdditionalProperties(ref: '#/components/schemas/DriverRule'),
            ),
        ],
    ),
]
final class Contract
{
}
