<?php

declare(strict_types=1);

namespace Logion\Valuation;

use Logion\Statistics\RootFinding;

/** Net present value of equally spaced flows, and the rates at which it is zero. */
final class PresentValue
{
    /**
     * @param  list<float>  $flows
     * @param  int  $firstPeriod  when the first flow arrives: 0 for at once, 1 for a period from now
     */
    public static function net(array $flows, float $rate, int $firstPeriod = 0): float
    {
        $value = 0.0;
        foreach ($flows as $i => $flow) {
            $value += $flow / (1 + $rate) ** ($i + $firstPeriod);
        }

        return $value;
    }

    /**
     * All real rates above −1 with a net present value of zero, ascending; flows that change sign more than once can have several.
     *
     * @param  list<float>  $flows
     * @return list<float>
     */
    public static function internalRates(array $flows): array
    {
        // In x = ln(1 + r) the whole range from near total loss to very high rates is searched evenly.
        return array_map(
            static fn (float $x): float => exp($x) - 1,
            RootFinding::scan(static fn (float $x): float => self::net($flows, exp($x) - 1), -7.0, 7.0, 2800),
        );
    }
}
