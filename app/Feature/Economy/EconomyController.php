<?php

declare(strict_types=1);

namespace App\Feature\Economy;

use App\Http\DatedRequest;
use App\Storage\EconomyReader;
use App\Storage\EconomySeries;
use App\Storage\Forecasts;
use Illuminate\Http\JsonResponse;

final class EconomyController
{
    public function __invoke(DatedRequest $request, EconomyReader $economy, Forecasts $forecasts, EconomySeries $series): JsonResponse
    {
        $rates = array_values(
            array_filter(
                array_column($series->all(), 'name'),
                static fn (string $name): bool => str_starts_with($name, EconomySeries::EXCHANGE_RATE),
            ),
        );

        return new JsonResponse((new EconomyReport($economy->read(), $forecasts, $request->context()->day, $rates))->report());
    }
}
