<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** Which page of a list, from 1. */
#[\Attribute(\Attribute::TARGET_CLASS | \Attribute::TARGET_METHOD | \Attribute::IS_REPEATABLE)]
final class PageParameter extends OA\QueryParameter
{
    public function __construct()
    {
        parent::__construct(name: 'page', schema: new OA\Schema(type: 'integer', minimum: 1));
    }
}
