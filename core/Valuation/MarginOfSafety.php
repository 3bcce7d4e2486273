<?php

declare(strict_types=1);

namespace Logion\Valuation;

use Logion\Figure\Words;

/**
 * The price below which a value leaves room for error: value × (1 − margin).
 *
 * @see B. Graham, The Intelligent Investor, 4th ed., 1973, chapter 20
 */
final class MarginOfSafety
{
    /** Margins shown where none is chosen. */
    public const USUAL = [0.15, 0.25, 0.35, 0.5];

    /** The same in finer steps, beside several methods. */
    public const STEPS = [0.05, 0.1, 0.15, 0.2, 0.25, 0.33, 0.5];

    /**
     * Null when there is no positive value to stay below.
     *
     * @param  float  $margin  fraction, from 0 to below 1
     *
     * @throws InvalidAssumption if the margin is not such a fraction
     */
    public static function buyBelow(?float $value, float $margin): ?float
    {
        if ($margin < 0 || $margin >= 1) {
            throw InvalidAssumption::outOfRange('margin_of_safety', Words::say('at_least_and_below'));
        }

        return $value === null || $value <= 0 ? null : $value * (1 - $margin);
    }

    /** The margin a price leaves: 1 − price / value; null when there is no positive value. */
    public static function of(?float $value, float $price): ?float
    {
        return $value === null || $value <= 0 ? null : 1 - $price / $value;
    }

    /** How far a price lies above the buy-below price, as a fraction of it; negative once it is below. */
    public static function distance(?float $price, ?float $buyBelow): ?float
    {
        return $price === null || $buyBelow === null || $buyBelow <= 0 ? null : $price / $buyBelow - 1;
    }

    /**
     * Buy-below prices at several margins with their distance from a price.
     *
     * @param  list<float>  $margins
     * @return list<array{margin: float, buy_below: ?float, from_price: ?float}> from_price: change from the price to the buy-below price
     */
    public static function at(?float $value, ?float $price, array $margins = self::USUAL): array
    {
        return array_map(static function (float $margin) use ($value, $price): array {
            $below = self::buyBelow($value, $margin);

            return [
                'margin' => $margin,
                'buy_below' => $below,
                'from_price' => $below === null || $price === null || $price <= 0 ? null : $below / $price - 1,
            ];
        }, $margins);
    }
}
