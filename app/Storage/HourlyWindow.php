<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\DB;

/** Hourly bars are kept for the last sixty days on which there were trades. */
final class HourlyWindow
{
    private const DAYS = 60;

    /**
     * @param  list<int>  $days  workdays
     * @return int the first of which hours are kept
     */
    public function first(array $days): int
    {
        return $days[max(0, count($days) - self::DAYS)] ?? 0;
    }

    /** Lets go of the hours of days that are too long ago. */
    public function trim(int $day): void
    {
        $first = DB::table('economy_series')
            ->where('name', 'exchange_rate:XVN')
            ->where('day', '<=', $day)
            ->orderByDesc('day')
            ->offset(self::DAYS - 1)
            ->value('day');
        if ($first !== null) {
            // Named by listing they are found by the key; by day alone all would be looked at.
            DB::table('bars_by_hour')
                ->whereIn('listing_id', DB::table('listings')->select('id'))
                ->where('day', '<', (int) $first)
                ->delete();
        }
    }
}
