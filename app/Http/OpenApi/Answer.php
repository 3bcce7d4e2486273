<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** What an operation answers, its type told in short ({@see Fields}); nothing where none is told. */
#[\Attribute(\Attribute::TARGET_CLASS | \Attribute::TARGET_METHOD | \Attribute::IS_REPEATABLE)]
final class Answer extends OA\Response
{
    public function __construct(string $description, ?string $type = null, int $status = 200)
    {
        parent::__construct(response: $status, description: $description, content: $type === null ? null : Fields::content($type));
    }
}
