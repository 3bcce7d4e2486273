<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** A kind of object, its properties told in short ({@see Fields}). */
#[\Attribute(\Attribute::TARGET_CLASS | \Attribute::IS_REPEATABLE)]
final class Shape extends OA\Schema
{
    /** @param  array<string, string>  $fields */
    public function __construct(string $schema, array $fields)
    {
        parent::__construct(schema: $schema, type: 'object', required: Fields::required($fields), properties: Fields::properties($fields));
    }
}
