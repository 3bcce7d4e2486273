<?php

declare(strict_types=1);

namespace App\Feature\Health;

use App\Upkeep\Health;
use Illuminate\Http\JsonResponse;

/** For programs that watch: 200 while all is well, 503 otherwise, with what was looked at. */
final class HealthController
{
    public function __invoke(Health $health): JsonResponse
    {
        $report = $health->report();

        return new JsonResponse($report, $report['ok'] ? 200 : 503, ['Cache-Control' => 'no-store']);
    }
}
