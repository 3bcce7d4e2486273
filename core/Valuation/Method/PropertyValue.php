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

    /**
     * Value of each building: as appraised, or its rent capitalised.
     *
     * @param  list<array{income: ?float, rate: ?float, value: ?float}>  $properties
     * @param  float  $shift  of every rate; appraised values do not move
     * @return list<float>|null null where a rate falls to nothing
     */
    public static function ofBuildings(array $properties, float $shift = 0.0): ?array
    {
        $values = [];
        foreach ($properties as ['income' => $income, 'rate' => $rate, 'value' => $value]) {
            if ($value !== null || $income === null || $income <= 0) {
                $values[] = $value ?? 0.0;

                continue;
            }
            if ($rate === null || $rate + $shift <= 0) {
                return null;
            }
            $values[] = $income / ($rate + $shift);
        }

        return $values;
    }

    /** Funds from operations without what keeps the buildings as they are and rent that is only spread. */
    public static function adjustedFunds(float $funds, float $recurringExpenditure, float $straightLineRent, float $nonCash): float
    {
        return $funds - $recurringExpenditure - $straightLineRent + $nonCash;
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
