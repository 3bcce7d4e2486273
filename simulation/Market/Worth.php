<?php

declare(strict_types=1);

namespace Simulation\Market;

/**
 * What a business is worth to those who reckon it: earnings that grow fast for a while and slower later, of which as much is kept as
 * growth needs, at a return that competition draws towards its cost (the value of growth after M. H. Miller and F. Modigliani, 1961).
 */
final class Worth
{
    public const PREMIUM = 0.05;

    private const LONG_GROWTH = 0.0318;

    private const YEARS = 10;

    /** Buyers hope for a little more than they reckon. */
    private const HOPE = 1.19;

    /**
     * A multiple of next year's earnings.
     *
     * @param  float  $growth  of the first years
     * @param  float  $return  on equity
     * @param  float  $cost  of equity
     */
    public static function multiple(float $growth, float $return, float $cost): float
    {
        $earnings = 1.0;
        $value = 0.0;
        $lasting = $cost + 0.018;
        for ($year = 1; $year <= self::YEARS; $year++) {
            $share = ($year - 1) / (self::YEARS - 1);
            $g = $growth + (self::LONG_GROWTH - $growth) * $share;
            $r = $return + ($lasting - $return) * $share;
            $kept = max(-0.3, min(0.95, $g / max(0.05, $r)));
            $value += ($earnings * (1 - $kept)) / (1 + $cost) ** $year;
            $earnings *= 1 + $g;
        }

        return $value +
            ($earnings * (1 - self::LONG_GROWTH / $lasting)) / max(0.02, $cost - self::LONG_GROWTH) / (1 + $cost) ** self::YEARS;
    }

    /**
     * What all shares are worth, in the currency of the earnings.
     *
     * @param  'industrial'|'bank'|'insurer'|'property'  $kind
     * @param  array{income: float, revenue: float, equity: float, growth: float, margin: float}  $expected  income and revenue of the
     *     coming year; margin the business may reach
     */
    public static function of(string $kind, array $expected, float $cost): float
    {
        ['income' => $income, 'revenue' => $revenue, 'equity' => $equity, 'growth' => $growth, 'margin' => $margin] = $expected;
        $growth = max(-0.04, min(0.16, $growth));
        if ($kind === 'bank' || $kind === 'insurer') {
            // By what equity earns: half of what is above or below its cost lasts.
            $return = $equity > 0 ? max(-0.02, min(0.22, $income / $equity)) : 0.0;
            $lasting = 0.65 * $return + 0.35 * $cost;
            $multiple = ($lasting - self::LONG_GROWTH) / max(0.02, $cost - self::LONG_GROWTH);

            return max(0.25, min(2.8, $multiple)) * max(0.02 * $revenue, $equity);
        }
        if ($kind === 'property') {
            return max(0.3 * max(0.0, $equity), $income / max(0.035, $cost - 0.4 * self::LONG_GROWTH - 0.012));
        }
        $return = $equity > 0 ? $income / $equity : 0.4;
        $earning = $income > 0 ? $income * self::multiple($growth, max(0.07, min(0.3, $return)), $cost) : 0.0;
        $floor = 0.3 * max(0.0, $equity) + 0.06 * $revenue;
        // Who earns little is worth what it may earn again, with less than an even chance.
        $again = 0.4 * $revenue * $margin * self::multiple(0.02, 0.1, $cost);
        // Who does not earn yet is paid for what the business may earn when it has grown.
        $hoped = $income < 0.03 * $revenue && $growth > 0.08 ? $revenue * $margin * 16 * (1 + 3 * ($growth - 0.08)) : 0.0;

        return self::HOPE * max($earning, $floor, $again, $hoped);
    }
}
