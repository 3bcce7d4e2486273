<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** What an operation takes, its properties told in short ({@see Fields}). */
#[\Attribute(\Attribute::TARGET_CLASS | \Attribute::TARGET_METHOD | \Attribute::TARGET_PROPERTY)]
final class Body extends OA\RequestBody
{
    /** @param  array<string, string>  $fields */
    public function __construct(array $fields)
    {
        parent::__construct(
            content: new OA\JsonContent(required: Fields::required($fields), properties: Fields::properties($fields)),
        );
    }
}
