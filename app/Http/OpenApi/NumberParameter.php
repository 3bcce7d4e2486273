<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** The number of the thing a path is about. */
#[\Attribute(\Attribute::TARGET_CLASS | \Attribute::TARGET_METHOD | \Attribute::IS_REPEATABLE)]
final class NumberParameter extends OA\PathParameter
{
    public function __construct(string $name = 'id')
    {
        parent::__construct(name: $name, required: true, schema: new OA\Schema(type: 'integer'));
    }
}
