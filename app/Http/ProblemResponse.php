<?php

declare(strict_types=1);

namespace App\Http;

use Illuminate\Http\JsonResponse;

/** A problem that a controller sees itself. */
final class ProblemResponse
{
    public static function unprocessable(string $detail): JsonResponse
    {
        return new JsonResponse(
            ['type' => 'about:blank', 'title' => 'The request cannot be answered', 'status' => 422, 'detail' => $detail],
            422,
            ['Content-Type' => 'application/problem+json'],
        );
    }
}
