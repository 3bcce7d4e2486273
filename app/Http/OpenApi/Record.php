<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** A kind of object whose every property is told. */
#[\Attribute(\Attribute::TARGET_CLASS | \Attribute::IS_REPEATABLE)]
final class Record extends OA\Schema
{
    /** @param  list<OA\Property>  $properties */
    public function __construct(string $schema, array $properties)
    {
        parent::__construct(
            schema: $schema,
            type: 'object',
            required: array_map(static fn (OA\Property $property): string => $property->property, $properties),
            properties: $properties,
        );
    }
}
