<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** A choice of a request that stands in its address and may be left out. */
#[\Attribute(\Attribute::TARGET_CLASS | \Attribute::TARGET_METHOD | \Attribute::IS_REPEATABLE)]
final class QueryParameter extends OA\QueryParameter
{
    public function __construct(string $name, string $type = 'string')
    {
        parent::__construct(name: $name, required: false, schema: new OA\Schema(type: $type));
    }
}
