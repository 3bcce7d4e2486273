<?php

declare(strict_types=1);

namespace Logion\Valuation;

use Logion\Statistics\RootFinding;

/** The figure of an input at which a value is a price. */
final class Backwards
{
    /**
     * @param  \Closure(float): ?float  $value  with the input set to a figure; null where there is none
     * @return float|null within the range; null where the value does not cross the price in it
     */
    public static function solve(\Closure $value, float $price, float $low, float $high): ?float
    {
        return RootFinding::bracketed(static fn (float $x): float => ($value($x) ?? NAN) - $price, $low, $high);
    }

    /**
     * The same where the value has none at an end of the range or crosses the price more than once: the crossing nearest to what is
     * assumed now.
     *
     * @param  \Closure(float): ?float  $value
     */
    public static function nearest(\Closure $value, float $price, float $low, float $high, float $now): ?float
    {
        $roots = RootFinding::scan(
            static function (float $x) use ($value, $price): ?float {
                $of = $value($x);

                return $of === null ? null : $of - $price;
            },
            $low,
            $high,
            80,
        );
        usort($roots, static fn (float $a, float $b): int => abs($a - $now) <=> abs($b - $now));

        return $roots[0] ?? null;
    }
}
