<?php

declare(strict_types=1);

namespace Logion\Valuation\Method;

use Logion\Statistics\RootFinding;
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

    /**
     * High growth for some years, then on a straight line to what goes on for ever.
     *
     * @return array{growth: list<float>, dividends: list<float>, high: float, fade: float, terminal: ?float, present_terminal: ?float,
     *     value: ?float}|null present values of the years of high growth, of the fade and of what comes after; null without a dividend
     */
    public static function threeStages(
        float $dividend,
        float $highGrowth,
        int $highYears,
        int $fadeYears,
        float $terminalGrowth,
        float $costOfEquity,
    ): ?array {
        if ($dividend <= 0) {
            return null;
        }
        $growth = [
            ...$highYears > 0 ? array_fill(0, $highYears, $highGrowth) : [],
            ...CashFlowValue::fade($highGrowth, $terminalGrowth, $fadeYears),
        ];
        $dividends = CashFlowValue::grown($dividend, $growth);
        $last = $dividends[count($dividends) - 1] ?? $dividend;
        $staged = self::staged($dividends, $last * (1 + $terminalGrowth), $costOfEquity, $terminalGrowth);
        $high = PresentValue::net(array_slice($dividends, 0, $highYears), $costOfEquity, 1);

        return [
            'growth' => $growth,
            'dividends' => $dividends,
            'high' => $high,
            'fade' => $staged['present'] - $high,
            'terminal' => $staged['terminal'],
            'present_terminal' => $staged['present_terminal'],
            'value' => $staged['value'],
        ];
    }

    /** Growth of the next dividends, before they grow for ever, at which they are worth a price; null where none does. */
    public static function impliedStageGrowth(float $price, float $dividend, float $costOfEquity, int $years, float $terminalGrowth): ?float
    {
        if ($dividend <= 0 || $price <= 0 || $costOfEquity <= $terminalGrowth) {
            return null;
        }

        return RootFinding::bracketed(
            static fn (float $growth): float => (self::twoStages($dividend, $growth, $years, $terminalGrowth, $costOfEquity) ?? NAN) -
                $price,
            -0.99,
            3.0,
        );
    }

    /** One growth for some years, another for ever; null where the cost is not above that. */
    public static function twoStages(float $dividend, float $growth, int $years, float $terminalGrowth, float $costOfEquity): ?float
    {
        $dividends = CashFlowValue::grown($dividend, $years > 0 ? array_fill(0, $years, $growth) : []);
        $last = $dividends[count($dividends) - 1] ?? $dividend;

        return self::staged($dividends, $last * (1 + $terminalGrowth), $costOfEquity, $terminalGrowth)['value'];
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
