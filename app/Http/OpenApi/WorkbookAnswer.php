<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** A workbook in an open format. */
#[\Attribute(\Attribute::TARGET_CLASS | \Attribute::TARGET_METHOD)]
final class WorkbookAnswer extends OA\Response
{
    private const TYPES = [
        'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
        'application/vnd.oasis.opendocument.spreadsheet',
    ];

    public function __construct(string $description)
    {
        parent::__construct(
            response: 200,
            description: $description,
            content: array_map(
                static fn (string $type): OA\MediaType => new OA\MediaType(
                    mediaType: $type,
                    schema: new OA\Schema(type: 'string', format: 'binary'),
                ),
                self::TYPES,
            ),
        );
    }
}
