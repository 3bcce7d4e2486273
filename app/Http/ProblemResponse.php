<?php

declare(strict_types=1);

namespace App\Http;

use Illuminate\Http\JsonResponse;
use Logion\Figure\Words;

/** A problem that a controller sees itself. */
final class ProblemResponse
{
    public static function unprocessable(string $detail): JsonResponse
    {
        return new JsonResponse(
            ['type' => 'about:blank', 'title' => Words::say('the_request_cannot_be_answered'), 'status' => 422, 'detail' => $detail],
            422,
            ['Content-Type' => 'application/problem+json'],
        );
    }
}
