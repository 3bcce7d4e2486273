<?php

declare(strict_types=1);

namespace Logion\Capital;

use Logion\Statistics\RootFinding;

/**
 * Cost of equity: by the capital asset pricing model, or read out of the price.
 *
 * @see W. F. Sharpe, "Capital Asset Prices", The Journal of Finance 19(3), 1964
 */
final class CostOfEquity
{
    /** Risk-free + β × premium + country exposure × country premium + stated extra premia; all fractions a year. */
    public static function capitalAssetPricing(
        float $riskFree,
        float $beta,
        float $equityRiskPremium,
        float $countryRiskPremium = 0.0,
        float $countryExposure = 1.0,
        float $extraPremia = 0.0,
    ): float {
        return $riskFree + $beta * $equityRiskPremium + $countryExposure * $countryRiskPremium + $extraPremia;
    }

    /** The beta a cost of equity implies; null when the premium is zero. */
    public static function impliedBeta(float $costOfEquity, float $riskFree, float $equityRiskPremium): ?float
    {
        return $equityRiskPremium == 0.0 ? null : ($costOfEquity - $riskFree) / $equityRiskPremium;
    }

    /** Rate at which a constantly growing dividend is worth the price: d₀(1 + g)/P + g. */
    public static function impliedByConstantGrowth(float $price, float $dividend, float $growth): ?float
    {
        return $price > 0 ? ($dividend * (1 + $growth)) / $price + $growth : null;
    }

    /** Rate above g at which n years of dividend growth and a constant growth after are worth the price. */
    public static function impliedByTwoStages(float $price, float $dividend, int $years, float $growth, float $terminalGrowth): ?float
    {
        $value = static function (float $r) use ($dividend, $years, $growth, $terminalGrowth): float {
            $sum = 0.0;
            for ($t = 1; $t <= $years; $t++) {
                $sum += ($dividend * (1 + $growth) ** $t) / (1 + $r) ** $t;
            }

            return $sum + ($dividend * (1 + $growth) ** $years * (1 + $terminalGrowth)) / (($r - $terminalGrowth) * (1 + $r) ** $years);
        };

        return RootFinding::bracketed(static fn (float $r): float => $value($r) - $price, $terminalGrowth + 1e-9, $terminalGrowth + 5.0);
    }
}
