<?php

declare(strict_types=1);

namespace Logion\Market\Risk;

use Logion\Time\Day;
use Logion\Time\TradingDays;

/** What a bad time did to a price, and to a figure that is told once a fiscal year. */
final class Downturn
{
    /**
     * The deepest fall of a price within a time, and the years until the price it fell from was reached again.
     *
     * @param  list<int>  $days  YYYYMMDD, ascending
     * @param  list<float>  $closes
     * @return array{change: float, peak: int|null, trough: int|null, years: float|null}|null change zero or negative; years 0 where it
     *     never fell, null where it is not back yet; null where the time is not covered
     */
    public static function ofPrice(array $days, array $closes, int $start, int $end): ?array
    {
        $from = TradingDays::firstFrom($days, $start);
        $to = TradingDays::lastUntil($days, $end);
        if ($days === [] || $days[0] > $start || $days[count($days) - 1] < $end || $to - $from < 1) {
            return null;
        }
        $fall = MaximumDrawdown::of(array_slice($closes, $from, $to - $from + 1));
        if ($fall->peak === null || $fall->trough === null) {
            return ['change' => 0.0, 'peak' => null, 'trough' => null, 'years' => 0.0];
        }
        [$peak, $trough] = [$from + $fall->peak, $from + $fall->trough];
        $back = null;
        for ($i = $trough + 1, $n = count($closes); $i < $n && $back === null; $i++) {
            $back = $closes[$i] >= $closes[$peak] ? $i : null;
        }

        return [
            'change' => $fall->depth,
            'peak' => $days[$peak],
            'trough' => $days[$trough],
            'years' => $back === null ? null : Day::between($days[$peak], $days[$back]) / 365,
        ];
    }

    /**
     * The lowest of the fiscal years that overlap a time beside the last that ended before it, and the years until that was reached again.
     *
     * @param  list<array{start: int, end: int, value: float|null}>  $years  fiscal years, oldest first, days YYYYMMDD
     * @return array{base_end: int, base: float, lowest_end: int, lowest: float, change: float|null, years: int|null}|null change and years
     *     null where the base is not positive, years null where it is not back yet; null where a year is missing
     */
    public static function ofFigure(array $years, int $start, int $end): ?array
    {
        $base = null;
        $within = [];
        foreach ($years as $i => $year) {
            if ($year['end'] < $start) {
                $base = $i;
            } elseif ($year['start'] <= $end) {
                $within[] = $i;
            }
        }
        if ($base === null || $within === [] || $years[$within[count($within) - 1]]['end'] < $end) {
            return null;
        }
        $lowest = $within[0];
        foreach ([$base, ...$within] as $nth => $i) {
            $follows = $nth === 0 || Day::plus($years[$i - 1]['end'], 1) === $years[$i]['start'];
            if ($years[$i]['value'] === null || ! $follows) {
                return null;
            }
            $lowest = $nth > 0 && $years[$i]['value'] < $years[$lowest]['value'] ? $i : $lowest;
        }
        $was = (float) $years[$base]['value'];
        $low = (float) $years[$lowest]['value'];
        $back = null;
        if ($was > 0 && $low >= $was) {
            $back = 0;
        }
        for ($i = $lowest + 1, $n = count($years); $was > 0 && $i < $n && $back === null; $i++) {
            $back = $years[$i]['value'] !== null && $years[$i]['value'] >= $was ? $i - $base : null;
        }

        return [
            'base_end' => $years[$base]['end'],
            'base' => $was,
            'lowest_end' => $years[$lowest]['end'],
            'lowest' => $low,
            'change' => $was > 0 ? $low / $was - 1 : null,
            'years' => $back,
        ];
    }
}
