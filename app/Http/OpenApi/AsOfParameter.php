<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** The day an answer is wanted for, YYYY-MM-DD; the latest with data by default. */
#[\Attribute(\Attribute::TARGET_CLASS | \Attribute::TARGET_METHOD | \Attribute::IS_REPEATABLE)]
final class AsOfParameter extends OA\QueryParameter
{
    public function __construct()
    {
        parent::__construct(name: 'as_of', schema: new OA\Schema(type: 'string'));
    }
}
