<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** A page of a list as the framework's paginator tells it. */
#[\Attribute(\Attribute::TARGET_CLASS | \Attribute::TARGET_METHOD | \Attribute::IS_REPEATABLE)]
final class Page extends OA\JsonContent
{
    /**
     * @param  string  $schema  of an entry
     * @param  list<OA\Property>  $additional  told with every page
     */
    public function __construct(string $schema, array $additional = [])
    {
        parent::__construct(
            required: ['data', 'meta', ...array_map(static fn (OA\Property $property): string => $property->property, $additional)],
            properties: [
                new OA\Property(property: 'data', type: 'array', items: new OA\Items(ref: "#/components/schemas/{$schema}")),
                new OA\Property(
                    property: 'meta',
                    type: 'object',
                    required: ['current_page', 'last_page', 'per_page', 'total'],
                    properties: [
                        new OA\Property(property: 'current_page', type: 'integer'),
                        new OA\Property(property: 'last_page', type: 'integer'),
                        new OA\Property(property: 'per_page', type: 'integer'),
                        new OA\Property(property: 'total', type: 'integer'),
                    ],
                ),
                ...$additional,
            ],
        );
    }
}
