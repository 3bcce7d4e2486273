<?php

declare(strict_types=1);

namespace App\Feature\Export;

use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What ExportController takes and answers.
#[
    OA\Get(
        path: '/companies/{ticker}/export',
        operationId: 'exportCompany',
        parameters: [
            new TickerParameter(),
            new OA\QueryParameter(
                name: 'what',
                required: true,
                schema: new OA\Schema(type: 'string', enum: ['statements', 'ratios', 'prices', 'notes', 'dossier']),
            ),
            new OA\QueryParameter(
                name: 'format',
                required: true,
                schema: new OA\Schema(type: 'string', enum: ['xlsx', 'ods', 'csv', 'json', 'xbrl-csv']),
            ),
            new AsOfParameter(),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'A file',
                content: new OA\MediaType(mediaType: 'application/octet-stream', schema: new OA\Schema(type: 'string', format: 'binary')),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/archive',
        operationId: 'writeArchive',
        responses: [
            new OA\Response(
                response: 202,
                description: 'The archive is being written',
                content: new OA\JsonContent(ref: '#/components/schemas/Task'),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/archive',
        operationId: 'archive',
        responses: [
            new OA\Response(
                response: 200,
                description: 'Everything of the user and the data it stands on, as JSON lines in a zip, as it was written last',
                content: new OA\MediaType(mediaType: 'application/zip', schema: new OA\Schema(type: 'string', format: 'binary')),
            ),
        ],
    ),
]
final class ExportRoutes
{
}
