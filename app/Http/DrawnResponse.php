<?php

declare(strict_types=1);

namespace App\Http;

use Illuminate\Http\JsonResponse;

/** An answer of thousands of points that are drawn and not reckoned with. */
final class DrawnResponse
{
    /** Ten times finer than a screen is wide; all digits of a float take two and a half times as long to write. */
    private const SIGNIFICANT_DIGITS = '8';

    /** @param  array<string, mixed>  $drawn */
    public static function of(array $drawn): JsonResponse
    {
        $digits = ini_set('serialize_precision', self::SIGNIFICANT_DIGITS);
        try {
            return new JsonResponse($drawn);
        } finally {
            ini_set('serialize_precision', (string) $digits);
        }
    }
}
