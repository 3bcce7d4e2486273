<?php

declare(strict_types=1);

namespace App\Feature\Report;

use App\Http\OpenApi\AsOfParameter;
use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\TickerParameter;
use OpenApi\Attributes as OA;

// What ReportController takes and answers.
#[
    OA\Get(
        path: '/companies/{ticker}/report',
        operationId: 'companyReport',
        parameters: [
            new TickerParameter(),
            new AsOfParameter(),
            new OA\QueryParameter(
                name: 'parts',
                description: 'Some of reading, chart, statements, peers, valuation, decision, notes, comma separated; all by default',
                schema: new OA\Schema(type: 'string'),
            ),
            new OA\QueryParameter(name: 'as', schema: new OA\Schema(type: 'string', enum: ['html', 'pdf'])),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'A report on a company as of the day',
                content: [new OA\MediaType(mediaType: 'application/pdf'), new OA\MediaType(mediaType: 'text/html')],
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/portfolios/{id}/report',
        operationId: 'portfolioReport',
        parameters: [
            new NumberParameter(),
            new AsOfParameter(),
            new OA\QueryParameter(
                name: 'parts',
                description: 'Some of summary, positions, return, exposure, income, reasons, comma separated; all by default',
                schema: new OA\Schema(type: 'string'),
            ),
            new OA\QueryParameter(name: 'as', schema: new OA\Schema(type: 'string', enum: ['html', 'pdf'])),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'A report on a portfolio as of the day',
                content: [new OA\MediaType(mediaType: 'application/pdf'), new OA\MediaType(mediaType: 'text/html')],
            ),
        ],
    ),
]
final class ReportRoutes
{
}
