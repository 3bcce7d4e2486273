<?php

declare(strict_types=1);

namespace App\Feature\Value;

use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\Record;
use App\Http\OpenApi\TickerParameter;
use App\Http\OpenApi\WorkbookAnswer;
use OpenApi\Attributes as OA;

// What ValueController takes and answers.
#[
    OA\Get(
        path: '/companies/{ticker}/values',
        operationId: 'values',
        parameters: [new TickerParameter(), new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Every method beside the price, and what all say together',
                content: new OA\JsonContent(ref: '#/components/schemas/ValueSummary'),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/values',
        operationId: 'weighValues',
        parameters: [new TickerParameter(), new AsOfParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(property: 'weights', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'number')),
                    new OA\Property(property: 'margins', type: 'array', items: new OA\Items(type: 'number')),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'The same with weights and margins of safety of one’s own',
                content: new OA\JsonContent(ref: '#/components/schemas/ValueSummary'),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/values/{method}',
        operationId: 'valueByMethod',
        parameters: [
            new TickerParameter(),
            new OA\PathParameter(name: 'method', required: true, schema: new OA\Schema(type: 'string')),
            new AsOfParameter(),
        ],
        requestBody: new MethodBody([
            new OA\Property(
                property: 'ranges',
                description: 'Between which inputs are moved, low and high, in place of what one would look at',
                type: 'object',
                additionalProperties: new OA\AdditionalProperties(type: 'array', items: new OA\Items(type: 'number')),
            ),
        ]),
        responses: [
            new OA\Response(
                response: 200,
                description: 'One method with its sheet',
                content: new OA\JsonContent(ref: '#/components/schemas/MethodSheet'),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/values/driver_cash_flow/driven',
        operationId: 'drivenSales',
        parameters: [new TickerParameter(), new AsOfParameter()],
        requestBody: new MethodBody(),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Rules by which the drivers have the sales of the latest driver model; none where nothing is kept that fits',
                content: new OA\JsonContent(
                    required: ['rules'],
                    properties: [
                        new OA\Property(
                            property: 'rules',
                            type: 'object',
                            additionalProperties: new OA\AdditionalProperties(ref: '#/components/schemas/DriverRule'),
                        ),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/values/{method}/cases',
        operationId: 'casesOfMethod',
        parameters: [
            new TickerParameter(),
            new OA\PathParameter(name: 'method', required: true, schema: new OA\Schema(type: 'string')),
            new AsOfParameter(),
        ],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['cases'],
                properties: [
                    new OA\Property(property: 'cases', type: 'array', items: new OA\Items(ref: '#/components/schemas/CaseOfMethod')),
                    new OA\Property(property: 'forced', type: 'boolean'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'The value under each case, and what is expected of all',
                content: new OA\JsonContent(ref: '#/components/schemas/CasesOfMethod'),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/values/{method}/workbook',
        operationId: 'workbookOfMethod',
        parameters: [
            new TickerParameter(),
            new OA\PathParameter(name: 'method', required: true, schema: new OA\Schema(type: 'string')),
            new AsOfParameter(),
        ],
        requestBody: new MethodBody([new OA\Property(property: 'format', type: 'string', enum: ['xlsx', 'ods'])], ['format']),
        responses: [new WorkbookAnswer('The method as a workbook whose formulas live')],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/values/{method}/solve',
        operationId: 'solveMethod',
        parameters: [
            new TickerParameter(),
            new OA\PathParameter(name: 'method', required: true, schema: new OA\Schema(type: 'string')),
            new AsOfParameter(),
        ],
        requestBody: new MethodBody(
            [new OA\Property(property: 'input', type: 'string'), new OA\Property(property: 'price', type: 'number', nullable: true)],
            ['input'],
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'What an input would have to be',
                content: new OA\JsonContent(ref: '#/components/schemas/MethodSolution'),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/values/{method}/sensitivity',
        operationId: 'varyMethod',
        parameters: [
            new TickerParameter(),
            new OA\PathParameter(name: 'method', required: true, schema: new OA\Schema(type: 'string')),
            new AsOfParameter(),
        ],
        requestBody: new MethodBody(
            [new OA\Property(property: 'row', type: 'string'), new OA\Property(property: 'column', type: 'string')],
            ['row', 'column'],
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'The value over two inputs',
                content: new OA\JsonContent(ref: '#/components/schemas/MethodGrid'),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/values/{method}/simulate',
        operationId: 'simulateMethod',
        parameters: [
            new TickerParameter(),
            new OA\PathParameter(name: 'method', required: true, schema: new OA\Schema(type: 'string')),
            new AsOfParameter(),
        ],
        requestBody: new MethodBody(
            [
                new OA\Property(
                    property: 'distributions',
                    type: 'object',
                    additionalProperties: new OA\AdditionalProperties(
                        type: 'object',
                        required: ['kind'],
                        properties: [
                            new OA\Property(property: 'kind', type: 'string', enum: ['normal', 'log_normal', 'uniform', 'triangular']),
                            new OA\Property(property: 'mean', type: 'number'),
                            new OA\Property(property: 'deviation', type: 'number'),
                            new OA\Property(property: 'low', type: 'number'),
                            new OA\Property(property: 'mode', type: 'number'),
                            new OA\Property(property: 'high', type: 'number'),
                        ],
                    ),
                ),
                new OA\Property(
                    property: 'correlations',
                    type: 'array',
                    items: new OA\Items(
                        type: 'object',
                        required: ['first', 'second', 'value'],
                        properties: [
                            new OA\Property(property: 'first', type: 'string'),
                            new OA\Property(property: 'second', type: 'string'),
                            new OA\Property(property: 'value', type: 'number'),
                        ],
                    ),
                ),
                new OA\Property(property: 'draws', type: 'integer'),
                new OA\Property(property: 'seed', type: 'integer'),
            ],
            ['distributions'],
        ),
        responses: [
            new OA\Response(
                response: 202,
                description: 'Begun; what comes of it is asked for by the number of the task',
                content: new OA\JsonContent(ref: '#/components/schemas/SimulationWork'),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/values/{method}/keep',
        operationId: 'keepMethod',
        parameters: [
            new TickerParameter(),
            new OA\PathParameter(name: 'method', required: true, schema: new OA\Schema(type: 'string')),
            new AsOfParameter(),
        ],
        requestBody: new MethodBody(
            [
                new OA\Property(property: 'name', type: 'string'),
                new OA\Property(property: 'cases', type: 'array', items: new OA\Items(ref: '#/components/schemas/CaseOfMethod')),
                new OA\Property(property: 'note', type: 'string'),
            ],
            ['name'],
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'Kept',
                content: new OA\JsonContent(required: ['id'], properties: [new OA\Property(property: 'id', type: 'integer')]),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/valuations/{id}/again',
        operationId: 'valueAgain',
        parameters: [new NumberParameter(), new AsOfParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'A kept value on the data of today, and why it is another one',
                content: new OA\JsonContent(ref: '#/components/schemas/ValueAgain'),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/value-simulations/{id}',
        operationId: 'valueSimulation',
        parameters: [new NumberParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'How far the draws are, and what came of them',
                content: new OA\JsonContent(ref: '#/components/schemas/SimulationWork'),
            ),
        ],
    ),
]
#[
    Record('SimulationWork', [
        new OA\Property(property: 'task', ref: '#/components/schemas/Task'),
        new OA\Property(property: 'result', ref: '#/components/schemas/MethodSimulation', nullable: true),
    ]),
]
#[
    Record('ValueAgain', [
        new OA\Property(property: 'as_of', type: 'string'),
        new OA\Property(property: 'today', type: 'string'),
        new OA\Property(property: 'price_then', type: 'number', nullable: true),
        new OA\Property(property: 'price', type: 'number', nullable: true),
        new OA\Property(property: 'was', type: 'number'),
        new OA\Property(property: 'now', type: 'number', nullable: true),
        new OA\Property(
            property: 'steps',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['cause', 'inputs', 'change'],
                properties: [
                    new OA\Property(property: 'cause', type: 'string', enum: ['own', 'rates', 'market', 'reports', 'rest']),
                    new OA\Property(property: 'inputs', type: 'array', items: new OA\Items(type: 'string')),
                    new OA\Property(property: 'change', type: 'number'),
                ],
            ),
        ),
    ]),
]
#[
    Record('ValueSummary', [
        new OA\Property(property: 'as_of', type: 'string'),
        new OA\Property(property: 'currency', type: 'string'),
        new OA\Property(property: 'price', type: 'number', nullable: true),
        new OA\Property(property: 'year_low', type: 'number', nullable: true),
        new OA\Property(property: 'year_high', type: 'number', nullable: true),
        new OA\Property(property: 'target_low', type: 'number', nullable: true),
        new OA\Property(property: 'target_mean', type: 'number', nullable: true),
        new OA\Property(property: 'target_high', type: 'number', nullable: true),
        new OA\Property(
            property: 'methods',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['key', 'label', 'purpose', 'fits', 'why_not', 'low', 'centre', 'high', 'weight'],
                properties: [
                    new OA\Property(property: 'key', type: 'string'),
                    new OA\Property(property: 'label', type: 'string'),
                    new OA\Property(property: 'purpose', type: 'string'),
                    new OA\Property(property: 'fits', type: 'boolean'),
                    new OA\Property(property: 'why_not', type: 'string', nullable: true),
                    new OA\Property(property: 'low', type: 'number', nullable: true),
                    new OA\Property(property: 'centre', type: 'number', nullable: true),
                    new OA\Property(property: 'high', type: 'number', nullable: true),
                    new OA\Property(property: 'weight', type: 'number'),
                ],
            ),
        ),
        new OA\Property(property: 'low', type: 'number', nullable: true),
        new OA\Property(property: 'centre', type: 'number', nullable: true),
        new OA\Property(property: 'high', type: 'number', nullable: true),
        new OA\Property(property: 'used', type: 'integer'),
        new OA\Property(property: 'dispersion', type: 'number', nullable: true),
        new OA\Property(property: 'disagree', type: 'boolean'),
        new OA\Property(property: 'upside', type: 'number', nullable: true),
        new OA\Property(
            property: 'buy_below',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['margin', 'price', 'below_now', 'share_of_days'],
                properties: [
                    new OA\Property(property: 'margin', type: 'number'),
                    new OA\Property(property: 'price', type: 'number', nullable: true),
                    new OA\Property(property: 'below_now', type: 'boolean', nullable: true),
                    new OA\Property(
                        property: 'share_of_days',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['days', 'share'],
                            properties: [
                                new OA\Property(property: 'days', type: 'integer'),
                                new OA\Property(property: 'share', type: 'number', nullable: true),
                            ],
                        ),
                    ),
                ],
            ),
        ),
        new OA\Property(property: 'believe', type: 'string', nullable: true),
        new OA\Property(
            property: 'earlier',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['id', 'name', 'method', 'as_of', 'low', 'centre', 'high', 'forced'],
                properties: [
                    new OA\Property(property: 'id', type: 'integer'),
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'method', type: 'string'),
                    new OA\Property(property: 'as_of', type: 'string'),
                    new OA\Property(property: 'low', type: 'number', nullable: true),
                    new OA\Property(property: 'centre', type: 'number', nullable: true),
                    new OA\Property(property: 'high', type: 'number', nullable: true),
                    new OA\Property(property: 'forced', type: 'boolean'),
                ],
            ),
        ),
    ]),
]
#[
    Record('MethodSheet', [
        new OA\Property(property: 'as_of', type: 'string'),
        new OA\Property(property: 'currency', type: 'string'),
        new OA\Property(property: 'reporting_currency', type: 'string'),
        new OA\Property(property: 'price', type: 'number', nullable: true),
        new OA\Property(property: 'key', type: 'string'),
        new OA\Property(property: 'label', type: 'string'),
        new OA\Property(property: 'purpose', type: 'string'),
        new OA\Property(property: 'misfit', type: 'string', nullable: true),
        new OA\Property(property: 'forced', type: 'boolean'),
        new OA\Property(
            property: 'inputs',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: [
                    'name',
                    'label',
                    'unit',
                    'value',
                    'usual',
                    'source',
                    'changed',
                    'low',
                    'high',
                    'alternatives',
                    'choices',
                    'beside',
                    'years',
                ],
                properties: [
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'label', type: 'string'),
                    new OA\Property(property: 'unit', type: 'string'),
                    new OA\Property(property: 'value', type: 'number', nullable: true),
                    new OA\Property(property: 'usual', type: 'number', nullable: true),
                    new OA\Property(property: 'source', type: 'string'),
                    new OA\Property(property: 'changed', type: 'boolean'),
                    new OA\Property(property: 'low', type: 'number'),
                    new OA\Property(property: 'high', type: 'number'),
                    new OA\Property(
                        property: 'alternatives',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['source', 'value'],
                            properties: [
                                new OA\Property(property: 'source', type: 'string'),
                                new OA\Property(property: 'value', type: 'number'),
                            ],
                        ),
                    ),
                    new OA\Property(property: 'choices', type: 'array', items: new OA\Items(type: 'string')),
                    new OA\Property(property: 'beside', type: 'string', nullable: true),
                    new OA\Property(property: 'years', ref: '#/components/schemas/YearsOfInput', nullable: true),
                ],
            ),
        ),
        new OA\Property(property: 'low', type: 'number', nullable: true),
        new OA\Property(property: 'centre', type: 'number', nullable: true),
        new OA\Property(property: 'high', type: 'number', nullable: true),
        new OA\Property(property: 'why_not', type: 'string', nullable: true),
        new OA\Property(property: 'upside', type: 'number', nullable: true),
        new OA\Property(
            property: 'rows',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['label', 'unit', 'values'],
                properties: [
                    new OA\Property(property: 'label', type: 'string'),
                    new OA\Property(property: 'unit', type: 'string'),
                    new OA\Property(property: 'values', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
                ],
            ),
        ),
        new OA\Property(
            property: 'tornado',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['input', 'label', 'low', 'high', 'swing', 'from', 'to'],
                properties: [
                    new OA\Property(property: 'input', type: 'string'),
                    new OA\Property(property: 'label', type: 'string'),
                    new OA\Property(property: 'low', type: 'number', nullable: true),
                    new OA\Property(property: 'high', type: 'number', nullable: true),
                    new OA\Property(property: 'swing', type: 'number', nullable: true),
                    new OA\Property(property: 'from', type: 'number'),
                    new OA\Property(property: 'to', type: 'number'),
                ],
            ),
        ),
        new OA\Property(property: 'most', type: 'string', nullable: true),
    ]),
]
#[
    OA\Schema(
        schema: 'CaseOfMethod',
        type: 'object',
        required: ['name', 'probability'],
        properties: [
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'probability', type: 'number'),
            new OA\Property(property: 'figures', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'number')),
            new OA\Property(
                property: 'rules',
                type: 'object',
                additionalProperties: new OA\AdditionalProperties(ref: '#/components/schemas/DriverRule'),
            ),
        ],
    ),
]
#[
    Record('CasesOfMethod', [
        new OA\Property(
            property: 'cases',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['name', 'probability', 'low', 'centre', 'high', 'why_not'],
                properties: [
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'probability', type: 'number'),
                    new OA\Property(property: 'low', type: 'number', nullable: true),
                    new OA\Property(property: 'centre', type: 'number', nullable: true),
                    new OA\Property(property: 'high', type: 'number', nullable: true),
                    new OA\Property(property: 'why_not', type: 'string', nullable: true),
                ],
            ),
        ),
        new OA\Property(property: 'expected', type: 'number', nullable: true),
        new OA\Property(property: 'deviation', type: 'number', nullable: true),
        new OA\Property(property: 'upside_to_downside', type: 'number', nullable: true),
        new OA\Property(property: 'price', type: 'number', nullable: true),
    ]),
]
#[
    Record('YearsOfInput', [
        new OA\Property(property: 'rule', ref: '#/components/schemas/DriverRule'),
        new OA\Property(property: 'describe', type: 'string'),
        new OA\Property(property: 'path', type: 'array', items: new OA\Items(type: 'number')),
        new OA\Property(
            property: 'history',
            type: 'object',
            additionalProperties: new OA\AdditionalProperties(type: 'number', nullable: true),
        ),
        new OA\Property(property: 'expected', type: 'array', items: new OA\Items(type: 'number')),
    ]),
]
#[
    Record('MethodSolution', [
        new OA\Property(property: 'input', type: 'string'),
        new OA\Property(property: 'price', type: 'number', nullable: true),
        new OA\Property(property: 'solved', type: 'number', nullable: true),
        new OA\Property(property: 'sentence', type: 'string', nullable: true),
    ]),
]
#[
    Record('MethodGrid', [
        new OA\Property(property: 'row', type: 'string'),
        new OA\Property(property: 'column', type: 'string'),
        new OA\Property(property: 'rows', type: 'array', items: new OA\Items(type: 'number')),
        new OA\Property(property: 'columns', type: 'array', items: new OA\Items(type: 'number')),
        new OA\Property(
            property: 'values',
            type: 'array',
            items: new OA\Items(type: 'array', items: new OA\Items(type: 'number', nullable: true)),
        ),
    ]),
]
#[
    Record('MethodSimulation', [
        new OA\Property(property: 'seed', type: 'integer'),
        new OA\Property(property: 'price', type: 'number', nullable: true),
        new OA\Property(property: 'draws', type: 'integer'),
        new OA\Property(property: 'without_value', type: 'integer'),
        new OA\Property(property: 'mean', type: 'number', nullable: true),
        new OA\Property(property: 'deviation', type: 'number', nullable: true),
        new OA\Property(
            property: 'percentiles',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['at', 'value'],
                properties: [
                    new OA\Property(property: 'at', type: 'number'),
                    new OA\Property(property: 'value', type: 'number', nullable: true),
                ],
            ),
        ),
        new OA\Property(
            property: 'histogram',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['from', 'to', 'count'],
                properties: [
                    new OA\Property(property: 'from', type: 'number'),
                    new OA\Property(property: 'to', type: 'number'),
                    new OA\Property(property: 'count', type: 'integer'),
                ],
            ),
        ),
        new OA\Property(property: 'chance_above_price', type: 'number', nullable: true),
    ]),
]
final class ValueRoutes
{
}
