<?php

declare(strict_types=1);

namespace Tests\Core\Golden;

use Logion\Market\Indicators;

final class IndicatorCases
{
    /** @return array<string, \Closure(array<string, mixed>): array<string, mixed>> */
    public static function all(): array
    {
        $f = static fn (array $x): array => array_map('floatval', $x);

        return [
            'indicator.sma' => static fn (array $in): array => ['sma' => Indicators::sma($f($in['closes']), $in['n'])],
            'indicator.ema' => static fn (array $in): array => ['ema' => Indicators::ema($f($in['closes']), $in['n'])],
            'indicator.macd' => static fn (array $in) => Indicators::macd($f($in['closes']), $in['fast'], $in['slow'], $in['signal']),
            'indicator.rsi' => static fn (array $in): array => ['rsi' => Indicators::rsi($f($in['closes']), $in['n'])],
            'indicator.stochastic' => static fn (array $in): array => Indicators::stochastic(
                $f($in['high']),
                $f($in['low']),
                $f($in['close']),
                $in['n'],
                $in['smooth_k'],
                $in['smooth_d'],
            ),
            'indicator.bollinger' => static fn (array $in): array => Indicators::bollinger(
                $f($in['closes']),
                $in['n'],
                (float) $in['multiplier'],
            ),
            'indicator.atr' => static fn (array $in): array => Indicators::averageTrueRange(
                $f($in['high']),
                $f($in['low']),
                $f($in['close']),
                $in['n'],
            ),
            'indicator.crosses' => static function (array $in) use ($f): array {
                $closes = $f($in['closes']);
                $dates = [1 => [], -1 => []];
                foreach (
                    Indicators::crosses(Indicators::sma($closes, $in['fast']), Indicators::sma($closes, $in['slow'])) as $i => $direction
                ) {
                    $dates[$direction][] = $in['dates'][$i];
                }

                return ['golden_cross_dates' => $dates[1], 'death_cross_dates' => $dates[-1]];
            },
            'indicator.swings' => static function (array $in) use ($f): array {
                $list = static fn (array $x, bool $low): array => array_map(
                    static fn (int $i): array => ['date' => $in['dates'][$i], 'price' => $x[$i]],
                    Indicators::swings($x, $in['k'], $low),
                );

                return ['swing_highs' => $list($f($in['high']), false), 'swing_lows' => $list($f($in['low']), true)];
            },
        ];
    }
}
