<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\DB;

/** What was forecast of the economy, each figure for a calendar year with the day it was made on. */
final class Forecasts
{
    /** @return array<string, list<array{day: int, year: int, value: float}>> made by a day, by series, in the order they were made */
    public function until(int $day): array
    {
        $forecasts = [];
        foreach (DB::table('economy_forecasts')->where('made_on', '<=', $day)->orderBy('made_on')->orderBy('year')->get() as $row) {
            $forecasts[(string) $row->name][] = ['day' => (int) $row->made_on, 'year' => (int) $row->year, 'value' => (float) $row->value];
        }

        return $forecasts;
    }
}
