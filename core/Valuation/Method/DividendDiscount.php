<?php

declare(strict_types=1);

namespace Logion\Valuation\Method;

use Logion\Valuation\Method\CashFlow\CashFlowValue;
use Logion\Valuation\PresentValue;

/**
 * Value of a share from its dividends.
 *
 * @see M. J. Gordon and E. Shapiro, "Capital Equipment Analysis: The Required Rate of Profit", Management Science 3(1), 1956
 * @see R. J. Fuller and C.-C. Hsia, "A Simplified Common Stock Valuation Model", Financial Analysts Journal 40(5), 1984
 */
final class DividendDiscount
{
    /** d₀(1 + g)/(r − g); null when r ≤ g. */
    public static function constantGrowth(float $dividend, float $growth, float $costOfEquity): ?float
    {
        return CashFlowValue::growingPerpetuity($dividend * (1 + $growth), $costOfEquity, $growth);
    }

    /** Growth at which the constant-growth value is the price: (P·r − d₀)/(P + d₀). */
    public static function impliedGrowth(float $price, float $dividend, float $costOfEquity): ?float
    {
        return $price + $dividend == 0.0 ? null : ($price * $costOfEquity - $dividend) / ($price + $dividend);
    }

    /**
     * Given dividends at year ends, then a terminal value at the end of the last year.
     *
     * @param  list<float>  $dividends
     * @return array{present: float, terminal: ?float, present_terminal: ?float, value: ?float}
     */
    public static function staged(
        array $dividends,
        float $terminalDividend,
        float $costOfEquity,
        float $terminalGrowth,
        ?float $terminalCostOfEquity = null,
    ): array {
        $present = PresentValue::net($dividends, $costOfEquity, 1);
        $terminal = CashFlowValue::growingPerpetuity($terminalDividend, $terminalCostOfEquity ?? $costOfEquity, $terminalGrowth);
        $presentTerminal = $terminal === null ? null : PresentValue::net([$terminal], $costOfEquity, count($dividends));

        return [
            'present' => $present,
            'terminal' => $terminal,
            'present_terminal' => $presentTerminal,
            'value' => $presentTerminal === null ? null : $present + $presentTerminal,
        ];
    }

    /** Fuller and Hsia: d₀((1 + g_L) + H(g_S − g_L))/(r − g_L), H half of the years over which growth fades. */
    public static function halfLife(float $dividend, float $growthShort, float $growthLong, float $fadeYears, float $costOfEquity): ?float
    {
        return CashFlowValue::growingPerpetuity(
            $dividend * (1 + $growthLong + ($fadeYears / 2) * ($growthShort - $growthLong)),
            $costOfEquity,
            $growthLong,
        );
    }
}
