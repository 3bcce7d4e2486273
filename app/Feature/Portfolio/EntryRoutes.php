<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Http\OpenApi\Answer;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\Shape;
use OpenApi\Attributes as OA;

// What EntryController, PortfolioFileController and InstrumentController take and answer.
#[
    OA\Get(
        path: '/portfolios/{id}/entries',
        operationId: 'portfolioEntries',
        parameters: [
            new NumberParameter(),
            new OA\QueryParameter(name: 'offset', schema: new OA\Schema(type: 'integer')),
            new OA\QueryParameter(name: 'limit', schema: new OA\Schema(type: 'integer')),
            new OA\QueryParameter(name: 'security', schema: new OA\Schema(type: 'string')),
        ],
        responses: [new Answer('Transactions, the latest first', 'EntryPage')],
    ),
]
#[
    OA\Post(
        path: '/portfolios/{id}/entries',
        operationId: 'enter',
        parameters: [new NumberParameter()],
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/EntryBody')),
        responses: [new Answer('Entered', 'Entry', 201)],
    ),
]
#[
    OA\Put(
        path: '/portfolio-entries/{id}',
        operationId: 'changeEntry',
        parameters: [new NumberParameter()],
        requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/EntryBody')),
        responses: [new Answer('Changed', 'Entry')],
    ),
]
#[
    OA\Delete(
        path: '/portfolio-entries/{id}',
        operationId: 'takeEntryBack',
        parameters: [new NumberParameter()],
        responses: [new Answer('Taken back; it can be restored', status: 204)],
    ),
]
#[
    OA\Post(
        path: '/portfolio-entries/{id}/restore',
        operationId: 'restoreEntry',
        parameters: [new NumberParameter()],
        responses: [new Answer('Restored', 'Entry')],
    ),
]
#[
    OA\Get(
        path: '/portfolios/{id}/entries.csv',
        operationId: 'exportEntries',
        parameters: [new NumberParameter()],
        responses: [
            new OA\Response(response: 200, description: 'All transactions as CSV', content: new OA\MediaType(mediaType: 'text/csv')),
        ],
    ),
]
#[
    OA\Get(
        path: '/portfolios/{id}/files',
        operationId: 'portfolioFiles',
        parameters: [new NumberParameter()],
        responses: [new Answer('Files of transactions, the latest first', 'PortfolioFile[]')],
    ),
]
#[
    OA\Post(
        path: '/portfolios/{id}/files',
        operationId: 'handInTransactions',
        parameters: [new NumberParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\MediaType(
                mediaType: 'multipart/form-data',
                schema: new OA\Schema(
                    required: ['file'],
                    properties: [new OA\Property(property: 'file', type: 'string', format: 'binary', description: 'CSV, XLSX, ODS or OFX')],
                    type: 'object',
                ),
            ),
        ),
        responses: [new Answer('What taking it in would enter', 'PortfolioFilePreview', 201)],
    ),
]
#[
    OA\Get(
        path: '/portfolio-files/{id}',
        operationId: 'portfolioFile',
        parameters: [new NumberParameter()],
        responses: [new Answer('What taking it in would enter', 'PortfolioFilePreview')],
    ),
]
#[
    OA\Put(
        path: '/portfolio-files/{id}/securities',
        operationId: 'nameSecurity',
        parameters: [new NumberParameter()],
        requestBody: new Body(['called' => 'string', 'security' => 'string']),
        responses: [new Answer('Remembered', 'PortfolioFilePreview')],
    ),
]
#[
    OA\Post(
        path: '/portfolio-files/{id}/take',
        operationId: 'takeFile',
        parameters: [new NumberParameter()],
        requestBody: new Body(['without?' => 'integer[]', 'again?' => 'integer[]']),
        responses: [new Answer('Entered', 'TakenFile')],
    ),
]
#[
    OA\Post(
        path: '/portfolio-files/{id}/undo',
        operationId: 'undoFile',
        parameters: [new NumberParameter()],
        responses: [new Answer('All it entered is taken back', status: 204)],
    ),
]
#[OA\Get(path: '/instruments', operationId: 'instruments', responses: [new Answer('Instruments of one’s own', 'Instrument[]')])]
#[
    OA\Post(
        path: '/instruments',
        operationId: 'makeInstrument',
        requestBody: new Body(self::INSTRUMENT),
        responses: [new Answer('Made', 'Instrument', 201)],
    ),
]
#[
    OA\Put(
        path: '/instruments/{id}',
        operationId: 'changeInstrument',
        parameters: [new NumberParameter()],
        requestBody: new Body(self::INSTRUMENT),
        responses: [new Answer('Changed', 'Instrument')],
    ),
]
#[
    OA\Delete(
        path: '/instruments/{id}',
        operationId: 'deleteInstrument',
        parameters: [new NumberParameter()],
        responses: [new Answer('Deleted', status: 204)],
    ),
]
#[
    OA\Put(
        path: '/instruments/{id}/prices',
        operationId: 'priceInstrument',
        parameters: [new NumberParameter()],
        requestBody: new Body(['prices' => 'GivenPrice[]']),
        responses: [new Answer('Kept', 'Instrument')],
    ),
]
#[Shape('GivenPrice', ['day' => 'string', 'price' => 'number?'])]
#[
    Shape('Instrument', [
        'id' => 'integer',
        'code' => 'string',
        'name' => 'string',
        'kind' => 'fund|bond|option|share|other',
        'currency' => 'string',
        'multiplier' => 'string',
        'sector' => 'string?',
        'country' => 'string?',
        'prices' => 'GivenPrice[]',
    ]),
]
#[Shape('EntryPage', ['total' => 'integer', 'entries' => 'Entry[]'])]
#[
    Shape('Entry', [
        'id' => 'integer',
        'day' => 'string',
        'settled_on' => 'string?',
        'type' => 'string',
        'security' => 'string?',
        'name' => 'string?',
        'new_security' => 'string?',
        'currency' => 'string',
        'to_currency' => 'string?',
        'quantity' => 'string?',
        'price' => 'string?',
        'amount' => 'string?',
        'fee' => 'string?',
        'tax' => 'string?',
        'cost' => 'string?',
        'ratio' => 'string?',
        'cost_share' => 'string?',
        'to_amount' => 'string?',
        'acquired' => 'string?',
        'lots' => 'integer[]',
        'note' => 'string?',
        'reference' => 'string?',
        'file' => 'integer?',
        'doubt?' => 'string?',
    ]),
]
#[
    Shape('EntryBody', [
        'day' => 'string',
        'type' => 'string',
        'settled_on?' => 'string?',
        'security?' => 'string?',
        'new_security?' => 'string?',
        'currency?' => 'string?',
        'to_currency?' => 'string?',
        'quantity?' => 'string?',
        'price?' => 'string?',
        'amount?' => 'string?',
        'fee?' => 'string?',
        'tax?' => 'string?',
        'cost?' => 'string?',
        'ratio?' => 'string?',
        'cost_share?' => 'string?',
        'to_amount?' => 'string?',
        'acquired?' => 'string?',
        'lots?' => 'integer[]',
        'note?' => 'string?',
    ]),
]
#[
    Shape('PortfolioFile', [
        'id' => 'integer',
        'name' => 'string',
        'format' => 'string',
        'taken_on' => 'string?',
        'entered' => 'integer',
    ]),
]
#[
    Shape('PortfolioFilePreview', [
        'id' => 'integer',
        'name' => 'string',
        'format' => 'string',
        'taken_on' => 'string?',
        'entered' => 'integer',
        'rows' => 'FileRow[]',
        'unknown' => 'string[]',
    ]),
]
#[
    Shape('FileRow', [
        'row' => 'integer',
        'day' => 'string?',
        'type' => 'string?',
        'security' => 'string?',
        'name' => 'string?',
        'quantity' => 'string?',
        'price' => 'string?',
        'amount' => 'string?',
        'currency' => 'string?',
        'problem' => 'string?',
        'doubt' => 'string?',
        'is_there' => 'boolean',
    ]),
]
#[Shape('TakenFile', ['entered' => 'integer'])]
final class EntryRoutes
{
    private const INSTRUMENT = [
        'code' => 'string',
        'name' => 'string',
        'kind' => 'fund|bond|option|share|other',
        'currency' => 'string',
        'multiplier' => 'string',
        'sector?' => 'string?',
        'country?' => 'string?',
    ];
}
