<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\DB;
use Logion\Time\Day;

/** Days on which something is to happen to companies, as far as it was announced. */
final class UpcomingDates
{
    private const TOGETHER = 500;

    /** Results told so many days before the day that was announced for them are those: the day is past. */
    private const TOLD_EARLY_BY = 20;

    /**
     * @param  list<int>  $companies
     * @return list<array{company: int, kind: string, day: int, announced: int, amount: float|null}> the soonest first; of a day that was
     *     announced several times what was said last
     */
    public function of(array $companies, int $after, int $until = 99991231): array
    {
        $dates = [];
        foreach (array_chunk($companies, self::TOGETHER) as $some) {
            $told = DB::table('filings')
                ->whereIntegerInRaw('company_id', $some)
                ->whereIn('kind', ['quarterly', 'annual'])
                ->where('filed_on', '<=', $after)
                ->where('filed_on', '>', Day::plus($after, -self::TOLD_EARLY_BY))
                ->groupBy('company_id')
                ->selectRaw('company_id, max(filed_on) as day')
                ->pluck('day', 'company_id');
            $rows = DB::table('calendar_dates')
                ->whereIntegerInRaw('company_id', $some)
                ->where('announced_on', '<=', $after)
                ->where('on_day', '>', $after)
                ->where('on_day', '<=', $until)
                ->orderBy('on_day')
                ->orderBy('announced_on')
                ->get(['company_id', 'kind', 'on_day', 'announced_on', 'amount']);
            foreach ($rows as $row) {
                $early = $row->kind === 'results' ? $told[$row->company_id] ?? null : null;
                $isPast = $early !== null && $row->announced_on < $early && $row->on_day <= Day::plus((int) $early, self::TOLD_EARLY_BY);
                if (! $isPast) {
                    $dates["{$row->company_id} {$row->kind} {$row->on_day}"] = [
                        'company' => (int) $row->company_id,
                        'kind' => (string) $row->kind,
                        'day' => (int) $row->on_day,
                        'announced' => (int) $row->announced_on,
                        'amount' => $row->amount === null ? null : (float) $row->amount,
                    ];
                }
            }
        }
        usort($dates, static fn (array $a, array $b): int => $a['day'] <=> $b['day']);

        return $dates;
    }
}
