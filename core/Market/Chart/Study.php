<?php

declare(strict_types=1);

namespace Logion\Market\Chart;

use Logion\Market\Bars\PriceBars;
use Logion\Market\Indicators;

/** What is drawn of prices in a pane of its own, or as bands about them, with its usual lengths. */
enum Study: string
{
    case Momentum = 'momentum';

    case Strength = 'strength';

    case Stochastic = 'stochastic';

    case Range = 'range';

    case Bands = 'bands';

    /** @return list<float> levels that are told apart on its scale */
    public function guides(): array
    {
        return match ($this) {
            self::Momentum => [0.0],
            self::Strength => [30.0, 70.0],
            self::Stochastic => [20.0, 80.0],
            self::Range, self::Bands => [],
        };
    }

    /** Whether it is counted in the price's currency; otherwise from 0 to 100. */
    public function isInCurrency(): bool
    {
        return $this !== self::Strength && $this !== self::Stochastic;
    }

    /**
     * Line by line; null before there are enough bars, and where high and low of a bar are not known but needed.
     *
     * @return array<string, list<?float>>
     */
    public function through(PriceBars $bars): array
    {
        return match ($this) {
            self::Momentum => Indicators::macd($bars->closes),
            self::Strength => ['strength' => Indicators::rsi($bars->closes)],
            self::Bands => array_intersect_key(Indicators::bollinger($bars->closes), ['upper' => true, 'middle' => true, 'lower' => true]),
            self::Stochastic => $this->ofRanges(
                $bars,
                static fn (array $highs, array $lows, array $closes): array => array_diff_key(
                    Indicators::stochastic($highs, $lows, $closes),
                    ['raw_k' => true],
                ),
            ),
            self::Range => $this->ofRanges(
                $bars,
                static fn (array $highs, array $lows, array $closes): array => [
                    'range' => Indicators::averageTrueRange($highs, $lows, $closes)['atr'],
                ],
            ),
        };
    }

    /**
     * Over the bars of which high and low are known, each put back to its place.
     *
     * @param  \Closure(list<float>, list<float>, list<float>): array<string, list<?float>>  $of
     * @return array<string, list<?float>>
     */
    private function ofRanges(PriceBars $bars, \Closure $of): array
    {
        ['highs' => $highs, 'lows' => $lows, 'closes' => $closes, 'rows' => $rows] = $bars->ranges();
        $lines = $of($highs, $lows, $closes);
        if (count($rows) === count($bars->closes)) {
            return $lines;
        }
        $placed = [];
        foreach ($lines as $name => $line) {
            $placed[$name] = array_fill(0, count($bars->closes), null);
            foreach ($rows as $i => $row) {
                $placed[$name][$row] = $line[$i];
            }
        }

        return array_map(array_values(...), $placed);
    }
}
