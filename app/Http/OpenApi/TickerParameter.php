<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** The company a path is about. */
#[\Attribute(\Attribute::TARGET_CLASS | \Attribute::TARGET_METHOD | \Attribute::IS_REPEATABLE)]
final class TickerParameter extends OA\PathParameter
{
    public function __construct()
    {
        parent::__construct(name: 'ticker', required: true, schema: new OA\Schema(type: 'string'));
    }
}
