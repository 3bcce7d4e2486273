<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Models\Exchange;
use App\Models\Holiday;
use Illuminate\Http\JsonResponse;
use Logion\Time\Day;

/** The calendar of an exchange. */
final class HolidayController
{
    public function index(Exchange $exchange): JsonResponse
    {
        $days = Holiday::query()->where('exchange_id', $exchange->id)->orderByDesc('day')->get();

        return new JsonResponse([
            'exchange' => $exchange->code,
            'days' => $days->map(static fn (Holiday $of): array => ['day' => Day::iso((int) $of->day), 'name' => $of->name]),
        ]);
    }

    public function update(HolidayRequest $request, Holidays $holidays, Exchange $exchange): JsonResponse
    {
        $holidays->put($request->user(), $exchange, $request->days());

        return $this->index($exchange);
    }
}
