<?php

declare(strict_types=1);

namespace Logion\Valuation\Forecast;

use Logion\Figure\Words;
use Logion\Valuation\Method\CashFlow\DiscountedCashFlow;

/**
 * What somebody expects of the coming fiscal years, put as drivers of a cash flow: revenue as its growth, earnings before interest,
 * taxes, depreciation and amortization as the operating margin that is left after the depreciation of the sheet.
 */
final class EstimatedDrivers
{
    /**
     * Years count as long as one follows the other from the first forecast year on; a missing one is not bridged, and what was driven
     * before holds from there.
     *
     * @param  array<int, float>  $revenue  by fiscal year
     * @param  array<int, float>  $ebitda  by fiscal year
     * @return array<string, DriverRule> of the drivers that change
     */
    public static function of(DiscountedCashFlow $model, array $revenue, array $ebitda): array
    {
        $paths = $model->paths();
        $rules = [];
        $growth = [];
        $before = $model->figures['base_revenue']->value;
        foreach (self::following($revenue, $model->baseYear, $model->years) as $value) {
            if ($before <= 0) {
                break;
            }
            $growth[] = $value / $before - 1;
            $before = $value;
        }
        if ($growth !== []) {
            $all = [...$growth, ...array_slice($paths['revenue_growth'], count($growth))];
            $rules['revenue_growth'] = DriverRule::own($all, Words::say('own_estimates'));
        }
        $sales = (isset($rules['revenue_growth']) ? $model->withDriver('revenue_growth', $rules['revenue_growth']) : $model)->forecast()
            ->revenue;
        $margin = $paths['operating_margin'];
        $earned = self::following($ebitda, $model->baseYear, $model->years);
        foreach ($earned as $i => $value) {
            $margin[$i] = $sales[$i] > 0 ? $value / $sales[$i] - $paths['depreciation_to_revenue'][$i] : $margin[$i];
        }
        if ($earned !== []) {
            $rules['operating_margin'] = DriverRule::own(array_values($margin), Words::say('own_estimates'));
        }

        return $rules;
    }

    /**
     * @param  array<int, float>  $byYear
     * @return list<float> of the years after the base year, up to the first that is missing
     */
    private static function following(array $byYear, int $baseYear, int $years): array
    {
        $values = [];
        for ($i = 0; $i < $years && isset($byYear[$baseYear + 1 + $i]); $i++) {
            $values[] = $byYear[$baseYear + 1 + $i];
        }

        return $values;
    }
}
