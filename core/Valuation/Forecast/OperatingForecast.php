<?php

declare(strict_types=1);

namespace Logion\Valuation\Forecast;

/**
 * Free cash flow to the firm from operating drivers: EBIT − taxes − reinvestment, year by year.
 *
 * Losses are carried forward and reduce the tax of later years. Reinvestment is capital expenditure less depreciation plus
 * the increase of working capital, or revenue change / sales-to-capital where only that ratio is known.
 */
final readonly class OperatingForecast
{
    /**
     * @param  list<float>  $revenue
     * @param  list<float>  $ebit
     * @param  list<float>  $taxes
     * @param  list<float>  $lossPool  losses still to be carried forward at the end of each year
     * @param  list<float>  $depreciation
     * @param  list<float>  $capitalExpenditure
     * @param  list<float>  $workingCapitalIncrease
     * @param  list<float>  $reinvestment
     * @param  list<float>  $flows
     */
    private function __construct(
        public array $revenue,
        public array $ebit,
        public array $taxes,
        public array $lossPool,
        public array $depreciation,
        public array $capitalExpenditure,
        public array $workingCapitalIncrease,
        public array $reinvestment,
        public array $flows,
    ) {
    }

    /**
     * @param  list<float>  $growth
     * @param  list<float>  $margins
     * @param  list<float>  $taxRates
     */
    public static function bySalesToCapital(
        float $revenue,
        array $growth,
        array $margins,
        array $taxRates,
        float $salesToCapital,
        float $lossPool = 0.0,
    ): self {
        return self::build(
            $revenue,
            $growth,
            $margins,
            $taxRates,
            $lossPool,
            static fn (int $i, float $now, float $before): array => [null, null, null, ($now - $before) / $salesToCapital],
        );
    }

    /**
     * @param  list<float>  $growth
     * @param  list<float>  $margins
     * @param  list<float>  $taxRates
     * @param  list<float>  $depreciationToRevenue
     * @param  list<float>  $capitalExpenditureToRevenue
     * @param  list<float>  $workingCapitalToRevenueChange
     */
    public static function byCapitalExpenditure(
        float $revenue,
        array $growth,
        array $margins,
        array $taxRates,
        array $depreciationToRevenue,
        array $capitalExpenditureToRevenue,
        array $workingCapitalToRevenueChange,
        float $lossPool = 0.0,
    ): self {
        return self::build($revenue, $growth, $margins, $taxRates, $lossPool, static function (int $i, float $now, float $before) use (
            $depreciationToRevenue,
            $capitalExpenditureToRevenue,
            $workingCapitalToRevenueChange,
        ): array {
            $depreciation = $now * $depreciationToRevenue[$i];
            $expenditure = $now * $capitalExpenditureToRevenue[$i];
            $working = ($now - $before) * $workingCapitalToRevenueChange[$i];

            return [$depreciation, $expenditure, $working, $expenditure - $depreciation + $working];
        });
    }

    /**
     * @param  list<float>  $growth
     * @param  list<float>  $margins
     * @param  list<float>  $taxRates
     * @param  \Closure(int, float, float): array{?float, ?float, ?float, float}  $reinvest
     */
    private static function build(float $revenue, array $growth, array $margins, array $taxRates, float $pool, \Closure $reinvest): self
    {
        $lines = array_fill_keys(
            ['revenue', 'ebit', 'taxes', 'pool', 'depreciation', 'expenditure', 'working', 'reinvestment', 'flows'],
            [],
        );
        foreach ($growth as $i => $rate) {
            $before = $revenue;
            $revenue *= 1 + $rate;
            $ebit = $revenue * $margins[$i];
            $used = max(0.0, min($pool, $ebit));
            $pool += $ebit < 0 ? -$ebit : -$used;
            $tax = max(0.0, $ebit - $used) * $taxRates[$i];
            [$depreciation, $expenditure, $working, $reinvestment] = $reinvest($i, $revenue, $before);
            $lines['revenue'][] = $revenue;
            $lines['ebit'][] = $ebit;
            $lines['taxes'][] = $tax;
            $lines['pool'][] = $pool;
            if ($depreciation !== null && $expenditure !== null && $working !== null) {
                $lines['depreciation'][] = $depreciation;
                $lines['expenditure'][] = $expenditure;
                $lines['working'][] = $working;
            }
            $lines['reinvestment'][] = $reinvestment;
            $lines['flows'][] = $ebit - $tax - $reinvestment;
        }

        return new self(...array_values($lines));
    }

    /** Operating profit after tax of the year after the last, no loss left to use. */
    public function nextOperatingProfitAfterTax(float $growth, float $margin, float $taxRate): float
    {
        return $this->revenue[count($this->revenue) - 1] * (1 + $growth) * $margin * (1 - $taxRate);
    }
}
