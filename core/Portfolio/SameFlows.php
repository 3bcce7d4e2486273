<?php

declare(strict_types=1);

namespace Logion\Portfolio;

use Logion\Time\TradingDays;

/** What a portfolio would be worth had every flow gone into, or come out of, something else at its close of the flow's day. */
final class SameFlows
{
    /**
     * @param  list<int>  $days  YYYYMMDD
     * @param  list<float>  $flows  of each day
     * @param  list<int>  $priced
     * @param  list<float>  $levels  of what is bought instead
     * @return list<?float> worth of each day; null before it has a level, and for good once a flow came on a day without one
     */
    public static function of(array $days, array $flows, array $priced, array $levels): array
    {
        $units = 0.0;
        $worth = [];
        foreach ($days as $i => $day) {
            $at = TradingDays::lastUntil($priced, $day);
            $level = $at < 0 ? null : $levels[$at];
            if ($flows[$i] != 0.0 && $units !== null) {
                $units = $level === null || $level <= 0 ? null : $units + $flows[$i] / $level;
            }
            $worth[] = $units === null || $level === null ? null : $units * $level;
        }

        return $worth;
    }
}
