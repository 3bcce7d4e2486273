<?php

declare(strict_types=1);

namespace Logion\Market;

use InvalidArgumentException;
use Logion\Figure\Words;
use Logion\Time\TradingDays;

/** Exchange rates against one currency, written in another. */
final class ExchangeRates
{
    /**
     * The same rates against another base: on each day on which a rate is known, by the cross of that day.
     *
     * @param  array<string, array{days: list<int>, values: list<float>}>  $rates  by currency: units of the old base for one unit; days
     *     YYYYMMDD ascending
     * @return array<string, array{days: list<int>, values: list<float>}> by currency: units of the new base for one unit; a day on which
     *     no rate of the new base was known yet is left out
     *
     * @throws InvalidArgumentException if there is no rate of the new base
     */
    public static function against(string $base, string $oldBase, array $rates): array
    {
        if ($base === $oldBase) {
            return $rates;
        }
        $own = $rates[$base] ?? throw new InvalidArgumentException(Words::say('no_exchange_rate_of_is_known', base: $base));
        unset($rates[$base]);
        $inverse = array_map(static fn (float $rate): float => 1 / $rate, $own['values']);
        $against = [$oldBase => ['days' => $own['days'], 'values' => $inverse]];
        foreach ($rates as $currency => $series) {
            $against[$currency] = ['days' => [], 'values' => []];
            foreach ($series['days'] as $i => $day) {
                $at = TradingDays::lastUntil($own['days'], $day);
                if ($at >= 0) {
                    $against[$currency]['days'][] = $day;
                    $against[$currency]['values'][] = $series['values'][$i] / $own['values'][$at];
                }
            }
        }

        return $against;
    }
}
