<?php

declare(strict_types=1);

namespace Logion\Valuation\Method;

/** Value of a property company's unit from its capitalised rent. */
final class PropertyValue
{
    /** (net operating income / capitalisation rate + other assets + cash − debt − preferred) / units. */
    public static function netAssetValuePerUnit(
        float $netOperatingIncome,
        float $capitalisationRate,
        float $otherAssets,
        float $cash,
        float $debt,
        float $preferred,
        float $units,
    ): ?float {
        return $capitalisationRate > 0 && $units > 0
            ? ($netOperatingIncome / $capitalisationRate + $otherAssets + $cash - $debt - $preferred) / $units
            : null;
    }

    /** The capitalisation rate at which the price pays for the buildings. */
    public static function impliedCapitalisationRate(
        float $netOperatingIncome,
        float $price,
        float $units,
        float $debt,
        float $preferred,
        float $cash,
        float $otherAssets,
    ): ?float {
        $buildings = $price * $units + $debt + $preferred - $cash - $otherAssets;

        return $buildings > 0 ? $netOperatingIncome / $buildings : null;
    }
}
