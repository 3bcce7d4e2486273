<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** The parts of the API's contract that several operations share. */
#[OA\OpenApi(openapi: '3.1.0')]
#[OA\Info(version: '1', title: 'Logion API', description: 'Everything the interface does, for scripts too. Fractions are fractions (0.08 is 8 %), days are YYYY-MM-DD.')]
#[OA\Server(url: '/api/v1')]
#[OA\Schema(schema: 'Problem', required: ['title', 'status', 'detail'], properties: [
    new OA\Property(property: 'title', type: 'string'), new OA\Property(property: 'status', type: 'integer'), new OA\Property(property: 'detail', type: 'string'),
    new OA\Property(property: 'position', type: 'integer', nullable: true), new OA\Property(property: 'proposal', type: 'string', nullable: true), new OA\Property(property: 'assumption', type: 'string'), new OA\Property(property: 'formula', type: 'string', nullable: true),
])]
#[OA\Schema(schema: 'Figure', required: ['value', 'unit', 'state', 'reason'], properties: [
    new OA\Property(property: 'value', type: 'number', nullable: true), new OA\Property(property: 'unit', type: 'string'), new OA\Property(property: 'currency', type: 'string', nullable: true),
    new OA\Property(property: 'state', type: 'string', enum: ['value', 'missing', 'not_applicable', 'not_meaningful', 'not_enough_history']), new OA\Property(property: 'reason', type: 'string', nullable: true),
])]
#[OA\Schema(schema: 'Source', required: ['kind', 'text'], properties: [
    new OA\Property(property: 'kind', type: 'string'), new OA\Property(property: 'text', type: 'string'), new OA\Property(property: 'date', type: 'string'), new OA\Property(property: 'filing', type: 'integer'),
])]
#[OA\Schema(schema: 'Working', required: ['label', 'value', 'unit', 'state'], properties: [
    new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'label', type: 'string'), new OA\Property(property: 'formula', type: 'string'), new OA\Property(property: 'period', type: 'string'),
    new OA\Property(property: 'value', type: 'number', nullable: true), new OA\Property(property: 'unit', type: 'string'), new OA\Property(property: 'state', type: 'string'), new OA\Property(property: 'reason', type: 'string'),
    new OA\Property(property: 'source', ref: '#/components/schemas/Source'), new OA\Property(property: 'children', type: 'array', items: new OA\Items(ref: '#/components/schemas/Working')),
])]
#[OA\Schema(schema: 'Metric', required: ['key', 'label', 'group', 'unit', 'better', 'formula', 'templates', 'basis', 'note'], properties: [
    new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'label', type: 'string'), new OA\Property(property: 'group', type: 'string'), new OA\Property(property: 'unit', type: 'string'),
    new OA\Property(property: 'better', type: 'string'), new OA\Property(property: 'formula', type: 'string'), new OA\Property(property: 'not_meaningful_when', type: 'string', nullable: true),
    new OA\Property(property: 'templates', type: 'array', items: new OA\Items(type: 'string')), new OA\Property(property: 'basis', type: 'string'), new OA\Property(property: 'note', type: 'string'),
])]
#[OA\Schema(schema: 'ScreenDefinition', properties: [
    new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'belief', type: 'string'), new OA\Property(property: 'universe', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'array', items: new OA\Items)),
    new OA\Property(property: 'criteria', type: 'array', items: new OA\Items(type: 'object', required: ['formula', 'active'], properties: [new OA\Property(property: 'formula', type: 'string'), new OA\Property(property: 'active', type: 'boolean')])),
    new OA\Property(property: 'columns', type: 'array', items: new OA\Items(type: 'string')),
    new OA\Property(property: 'sort', type: 'array', items: new OA\Items(type: 'object', required: ['column', 'direction'], properties: [new OA\Property(property: 'column', type: 'string'), new OA\Property(property: 'direction', type: 'string')])),
])]
#[OA\Schema(schema: 'ScreenRow', required: ['ticker', 'name', 'company', 'sector', 'values', 'states'], properties: [
    new OA\Property(property: 'ticker', type: 'string'), new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'company', type: 'integer'), new OA\Property(property: 'sector', type: 'string'),
    new OA\Property(property: 'values', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'number', nullable: true)), new OA\Property(property: 'states', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string')),
])]
#[OA\Schema(schema: 'ScreenResult', required: ['as_of', 'universe', 'steps', 'total', 'rows', 'sectors', 'warnings', 'companies'], properties: [
    new OA\Property(property: 'warnings', type: 'array', items: new OA\Items(type: 'object', required: ['kind', 'count', 'of'], properties: [new OA\Property(property: 'kind', type: 'string', enum: ['concentration', 'undecidable']), new OA\Property(property: 'sector', type: 'string'), new OA\Property(property: 'criterion', type: 'string'), new OA\Property(property: 'count', type: 'integer'), new OA\Property(property: 'of', type: 'integer')])),
    new OA\Property(property: 'as_of', type: 'string'), new OA\Property(property: 'universe', type: 'object', required: ['size'], properties: [new OA\Property(property: 'size', type: 'integer')]),
    new OA\Property(property: 'steps', type: 'array', items: new OA\Items(type: 'object', required: ['criterion', 'active', 'survivors', 'undecidable'], properties: [
        new OA\Property(property: 'criterion', type: 'string'), new OA\Property(property: 'active', type: 'boolean'), new OA\Property(property: 'survivors', type: 'integer'), new OA\Property(property: 'undecidable', type: 'integer'), new OA\Property(property: 'alone', type: 'integer', nullable: true),
    ])),
    new OA\Property(property: 'total', type: 'integer'), new OA\Property(property: 'rows', type: 'array', items: new OA\Items(ref: '#/components/schemas/ScreenRow')),
    new OA\Property(property: 'sectors', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'integer')), new OA\Property(property: 'companies', type: 'array', items: new OA\Items(type: 'integer')),
])]
#[OA\Schema(schema: 'Distribution', required: ['known', 'unknown', 'low', 'high', 'counts', 'below', 'above', 'q1', 'median', 'q3'], properties: [
    new OA\Property(property: 'known', type: 'integer'), new OA\Property(property: 'unknown', type: 'integer'), new OA\Property(property: 'low', type: 'number'), new OA\Property(property: 'high', type: 'number'),
    new OA\Property(property: 'counts', type: 'array', items: new OA\Items(type: 'integer')), new OA\Property(property: 'below', type: 'integer'), new OA\Property(property: 'above', type: 'integer'),
    new OA\Property(property: 'q1', type: 'number', nullable: true), new OA\Property(property: 'median', type: 'number', nullable: true), new OA\Property(property: 'q3', type: 'number', nullable: true),
])]
#[OA\Schema(schema: 'Decision', required: ['id', 'ticker', 'name', 'verdict', 'thesis', 'disproof', 'value_per_share', 'margin_of_safety', 'buy_below', 'price_then', 'price_now', 'distance', 'since', 'currency', 'decided_on'], properties: [
    new OA\Property(property: 'id', type: 'integer'), new OA\Property(property: 'ticker', type: 'string'), new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'verdict', type: 'string', enum: ['buy', 'watch', 'pass']),
    new OA\Property(property: 'thesis', type: 'string'), new OA\Property(property: 'disproof', type: 'string'), new OA\Property(property: 'value_per_share', type: 'number'), new OA\Property(property: 'margin_of_safety', type: 'number'),
    new OA\Property(property: 'buy_below', type: 'number'), new OA\Property(property: 'price_then', type: 'number'), new OA\Property(property: 'price_now', type: 'number', nullable: true), new OA\Property(property: 'distance', type: 'number', nullable: true), new OA\Property(property: 'since', type: 'number', nullable: true, description: 'Change of the price since the decision'),
    new OA\Property(property: 'currency', type: 'string'), new OA\Property(property: 'decided_on', type: 'string'), new OA\Property(property: 'valuation_id', type: 'integer', nullable: true),
])]
#[OA\Schema(schema: 'CompanyList', required: ['id', 'name', 'as_of', 'items'], properties: [
    new OA\Property(property: 'id', type: 'integer'), new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'as_of', type: 'string'),
    new OA\Property(property: 'items', type: 'array', items: new OA\Items(type: 'object', required: ['ticker', 'name', 'mark', 'reason'], properties: [
        new OA\Property(property: 'ticker', type: 'string'), new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'mark', type: 'string', nullable: true), new OA\Property(property: 'reason', type: 'string', nullable: true),
    ])),
])]
#[OA\Schema(schema: 'CashFlowValuation', required: ['ticker', 'as_of', 'currency', 'per_share', 'upside', 'equity_value', 'enterprise_value', 'discount_rate', 'cost_of_equity', 'weights', 'reporting_currency', 'assumptions', 'sheet', 'buy_below', 'warnings'], properties: [
    new OA\Property(property: 'ticker', type: 'string'), new OA\Property(property: 'as_of', type: 'string'), new OA\Property(property: 'method', type: 'string'), new OA\Property(property: 'currency', type: 'string'), new OA\Property(property: 'reporting_currency', type: 'string'),
    new OA\Property(property: 'per_share', type: 'number', nullable: true), new OA\Property(property: 'price', type: 'number', nullable: true), new OA\Property(property: 'upside', type: 'number', nullable: true, description: 'Value over price, less one'), new OA\Property(property: 'equity_value', type: 'number', nullable: true), new OA\Property(property: 'enterprise_value', type: 'number', nullable: true),
    new OA\Property(property: 'discount_rate', type: 'number'), new OA\Property(property: 'terminal_share', type: 'number', nullable: true), new OA\Property(property: 'present_value_of_forecast', type: 'number'), new OA\Property(property: 'present_value_of_terminal', type: 'number', nullable: true),
    new OA\Property(property: 'cost_of_equity', type: 'number'), new OA\Property(property: 'after_tax_cost_of_debt', type: 'number'), new OA\Property(property: 'weights', type: 'object', required: ['equity', 'debt'], properties: [new OA\Property(property: 'equity', type: 'number'), new OA\Property(property: 'debt', type: 'number')]),
    new OA\Property(property: 'assumptions', type: 'object', required: ['years', 'base_year', 'stub', 'terminal', 'convention', 'figures', 'drivers'], properties: [
        new OA\Property(property: 'years', type: 'integer'), new OA\Property(property: 'base_year', type: 'integer'), new OA\Property(property: 'stub', type: 'number'), new OA\Property(property: 'terminal', type: 'string'), new OA\Property(property: 'convention', type: 'string'),
        new OA\Property(property: 'figures', type: 'object', additionalProperties: new OA\AdditionalProperties(ref: '#/components/schemas/Assumption')), new OA\Property(property: 'drivers', type: 'object', additionalProperties: new OA\AdditionalProperties(ref: '#/components/schemas/Driver')),
    ]),
    new OA\Property(property: 'sheet', type: 'object', required: ['years'], properties: [new OA\Property(property: 'years', type: 'array', items: new OA\Items(type: 'integer'))], additionalProperties: new OA\AdditionalProperties(type: 'array', items: new OA\Items(type: 'number'))),
    new OA\Property(property: 'buy_below', type: 'array', items: new OA\Items(type: 'object', required: ['margin', 'buy_below', 'from_price'], properties: [new OA\Property(property: 'margin', type: 'number'), new OA\Property(property: 'buy_below', type: 'number', nullable: true), new OA\Property(property: 'from_price', type: 'number', nullable: true)])),
    new OA\Property(property: 'warnings', type: 'array', items: new OA\Items(type: 'string')),
])]
#[OA\Schema(schema: 'Assumption', required: ['name', 'label', 'unit', 'value', 'source', 'alternatives', 'note'], properties: [
    new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'label', type: 'string'), new OA\Property(property: 'unit', type: 'string'), new OA\Property(property: 'value', type: 'number'), new OA\Property(property: 'source', type: 'string'),
    new OA\Property(property: 'alternatives', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'number')), new OA\Property(property: 'note', type: 'string'),
])]
#[OA\Schema(schema: 'Driver', required: ['label', 'rule', 'describe', 'source', 'history', 'path'], properties: [
    new OA\Property(property: 'label', type: 'string'), new OA\Property(property: 'rule', ref: '#/components/schemas/DriverRule'), new OA\Property(property: 'describe', type: 'string'), new OA\Property(property: 'source', type: 'string'),
    new OA\Property(property: 'history', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'number', nullable: true)), new OA\Property(property: 'path', type: 'array', items: new OA\Items(type: 'number')),
])]
#[OA\Schema(schema: 'DriverRule', required: ['rule'], properties: [
    new OA\Property(property: 'rule', type: 'string', enum: ['own', 'fade', 'historical_mean', 'historical_median']), new OA\Property(property: 'values', type: 'array', items: new OA\Items(type: 'number')), new OA\Property(property: 'from', type: 'number'),
    new OA\Property(property: 'to', type: 'number'), new OA\Property(property: 'hold_years', type: 'integer'), new OA\Property(property: 'exclude', type: 'array', items: new OA\Items(type: 'integer')), new OA\Property(property: 'source', type: 'string'),
])]
#[OA\Schema(schema: 'CashFlowChanges', properties: [
    new OA\Property(property: 'years', type: 'integer'), new OA\Property(property: 'terminal', type: 'string'), new OA\Property(property: 'convention', type: 'string'),
    new OA\Property(property: 'figures', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'number')), new OA\Property(property: 'drivers', type: 'object', additionalProperties: new OA\AdditionalProperties(ref: '#/components/schemas/DriverRule')),
])]
final class Contract
{
}
