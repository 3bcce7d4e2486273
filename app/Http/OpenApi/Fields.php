<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/**
 * Properties told in short: a name with its type. Types are string, number, integer, boolean, object, values joined by a bar, or the name
 * of a schema; `[]` after it makes a list of them, `?` at the end allows null. A `?` after the name says that it may be left out.
 */
final class Fields
{
    /**
     * @param  array<string, string>  $fields
     * @return list<OA\Property>
     */
    public static function properties(array $fields): array
    {
        return array_map(self::property(...), array_keys($fields), array_values($fields));
    }

    /**
     * @param  array<string, string>  $fields
     * @return list<string>
     */
    public static function required(array $fields): array
    {
        return array_values(array_filter(array_keys($fields), static fn (string $name): bool => ! str_ends_with($name, '?')));
    }

    public static function content(string $type): OA\JsonContent
    {
        $of = self::schema($type);

        return new OA\JsonContent(...$of);
    }

    private static function property(string $name, string $type): OA\Property
    {
        return new OA\Property(...['property' => rtrim($name, '?'), ...self::schema($type)]);
    }

    /** @return array<string, mixed> */
    private static function schema(string $type): array
    {
        $isNullable = str_ends_with($type, '?');
        $type = rtrim($type, '?');
        if (str_ends_with($type, '[]')) {
            $items = new OA\Items(...self::schema(substr($type, 0, -2)));

            return ['type' => 'array', 'items' => $items, ...$isNullable ? ['nullable' => true] : []];
        }
        $of = match (true) {
            in_array($type, ['string', 'number', 'integer', 'boolean', 'object'], true) => ['type' => $type],
            str_contains($type, '|') => ['type' => 'string', 'enum' => explode('|', $type)],
            default => ['ref' => '#/components/schemas/'.$type],
        };

        return match (true) {
            ! $isNullable => $of,
            isset($of['ref']) => ['oneOf' => [new OA\Schema(ref: $of['ref']), new OA\Schema(type: 'null')]],
            default => [...$of, 'nullable' => true],
        };
    }
}
