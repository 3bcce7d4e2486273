<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;

/**
 * Packed bytes as a column. Bound as streams, so that no database takes them for a text.
 *
 * @implements CastsAttributes<string, string>
 */
final class Blob implements CastsAttributes
{
    /** @param  array<string, mixed>  $attributes */
    public function get(Model $model, string $key, mixed $value, array $attributes): ?string
    {
        return $value;
    }

    /**
     * @param  array<string, mixed>  $attributes
     * @return resource|null
     */
    public function set(Model $model, string $key, mixed $value, array $attributes): mixed
    {
        return self::bound($value);
    }

    /** @return resource|null */
    public static function bound(?string $bytes): mixed
    {
        if ($bytes === null) {
            return null;
        }
        $stream = fopen('php://memory', 'r+b') ?: throw new \RuntimeException('No memory is left.');
        fwrite($stream, $bytes);
        rewind($stream);

        return $stream;
    }
}
