<?php

declare(strict_types=1);

namespace App\Feature\Valuation;

use App\Http\OpenApi\TickerParameter;
use App\Http\OpenApi\WorkbookAnswer;
use OpenApi\Attributes as OA;

// What CashFlowController takes and answers.
#[
    OA\Post(
        path: '/companies/{ticker}/cash-flow-value',
        operationId: 'valueByCashFlow',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(property: 'changes', ref: '#/components/schemas/CashFlowChanges'),
                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Value with its sheet',
                content: new OA\JsonContent(ref: '#/components/schemas/CashFlowValuation'),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/cash-flow-value/own-estimates',
        operationId: 'ownEstimatesAsDrivers',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(property: 'changes', ref: '#/components/schemas/CashFlowChanges'),
                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Drivers with which the sheet has the revenue and earnings the reader expects',
                content: new OA\JsonContent(
                    required: ['drivers'],
                    properties: [
                        new OA\Property(
                            property: 'drivers',
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
        path: '/companies/{ticker}/cash-flow-value/driven-revenue',
        operationId: 'drivenRevenueAsDrivers',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(property: 'changes', ref: '#/components/schemas/CashFlowChanges'),
                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Drivers with which the sheet has the revenue of the latest driver model',
                content: new OA\JsonContent(
                    required: ['drivers'],
                    properties: [
                        new OA\Property(
                            property: 'drivers',
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
        path: '/companies/{ticker}/cash-flow-value/working',
        operationId: 'workingOfCashFlow',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(property: 'changes', ref: '#/components/schemas/CashFlowChanges'),
                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'The working of the value per share',
                content: new OA\JsonContent(
                    required: ['working', 'currency'],
                    properties: [
                        new OA\Property(property: 'working', ref: '#/components/schemas/Working'),
                        new OA\Property(property: 'currency', type: 'string'),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/cash-flow-value/workbook',
        operationId: 'cashFlowWorkbook',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['format'],
                properties: [
                    new OA\Property(property: 'format', type: 'string', enum: ['xlsx', 'ods']),
                    new OA\Property(property: 'changes', ref: '#/components/schemas/CashFlowChanges'),
                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [new WorkbookAnswer('The sheet as a workbook whose formulas live')],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/cash-flow-value/solve',
        operationId: 'solveCashFlow',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['names'],
                properties: [
                    new OA\Property(property: 'names', type: 'array', items: new OA\Items(type: 'string')),
                    new OA\Property(property: 'price', type: 'number', nullable: true),
                    new OA\Property(property: 'changes', ref: '#/components/schemas/CashFlowChanges'),
                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'What one must believe: the figure at which the value meets the price, or null if none in a sensible '.
                    'range does',
                content: new OA\JsonContent(
                    required: ['solutions'],
                    properties: [
                        new OA\Property(
                            property: 'solutions',
                            type: 'object',
                            additionalProperties: new OA\AdditionalProperties(type: 'number', nullable: true),
                        ),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/companies/{ticker}/cash-flow-value/sensitivity',
        operationId: 'varyCashFlow',
        parameters: [new TickerParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                required: ['row', 'column'],
                properties: [
                    new OA\Property(property: 'row', type: 'string'),
                    new OA\Property(property: 'column', type: 'string'),
                    new OA\Property(property: 'changes', ref: '#/components/schemas/CashFlowChanges'),
                    new OA\Property(property: 'as_of', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Value per share for pairs of two assumptions',
                content: new OA\JsonContent(
                    required: ['row', 'column', 'rows', 'columns', 'values'],
                    properties: [
                        new OA\Property(property: 'row', type: 'string'),
                        new OA\Property(property: 'column', type: 'string'),
                        new OA\Property(property: 'rows', type: 'array', items: new OA\Items(type: 'number')),
                        new OA\Property(property: 'columns', type: 'array', items: new OA\Items(type: 'number')),
                        new OA\Property(
                            property: 'values',
                            type: 'array',
                            items: new OA\Items(type: 'array', items: new OA\Items(type: 'number', nullable: true)),
                        ),
                    ],
                ),
            ),
        ],
    ),
]
final class CashFlowRoutes
{
}
