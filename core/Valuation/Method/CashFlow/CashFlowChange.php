<?php

declare(strict_types=1);

namespace Logion\Valuation\Method\CashFlow;

use Logion\Valuation\Assumption;
use Logion\Valuation\EquityBridge;

/**
 * Why the same changes to a cash flow sheet give another value on another day: reports and what is expected, what the market pays, and
 * rates, one after the other from the sheet of then to that of now.
 */
final class CashFlowChange
{
    public const REPORTS = 'reports';

    public const MARKET = 'market';

    public const RATES = 'rates';

    /** What is left between the value kept and that of the same day counted anew, as after a correction. */
    public const REST = 'rest';

    private const OF_MARKET = ['equity_market_value', 'exit_multiple'];

    private const ROUNDING = 1e-9;

    /**
     * @param  float  $was  a share, as it was kept, in the currency of the share
     * @param  float  $exchangeThen  units of that currency for one of the reports
     * @return array{was: float, now: ?float, steps: list<array{cause: self::*, inputs: list<string>, change: float}>} the steps add up
     *     from the one to the other; a cause that changes nothing is left out; none where there is no value now
     *
     * @throws \Logion\Valuation\InvalidAssumption if a sheet on the way has no value
     */
    public static function between(
        DiscountedCashFlow $then,
        DiscountedCashFlow $now,
        float $was,
        float $exchangeThen,
        float $exchangeNow,
    ): array {
        $ofReports = ['base_revenue', 'shares', ...EquityBridge::ADDED, ...EquityBridge::DEDUCTED];
        $reported = new DiscountedCashFlow(
            self::taken($then->figures, $now->figures, $ofReports),
            $now->drivers,
            $now->history,
            $now->baseYear,
            $now->years,
            $now->terminal,
            $now->convention,
            $now->stub,
            $now->currency,
        );
        $paid = $reported->copy(figures: self::taken($reported->figures, $now->figures, self::OF_MARKET));
        $value = static fn (DiscountedCashFlow $of, float $exchange): ?float => $of->value()->perShare === null
            ? null
            : $of->value()->perShare * $exchange;
        $values = [
            self::REST => $value($then, $exchangeThen),
            self::REPORTS => $value($reported, $exchangeThen),
            self::MARKET => $value($paid, $exchangeNow),
            self::RATES => $value($now, $exchangeNow),
        ];
        if (in_array(null, $values, true)) {
            return ['was' => $was, 'now' => $values[self::RATES], 'steps' => []];
        }
        $steps = [];
        $before = $was;
        $inputs = [
            self::REST => [],
            self::REPORTS => self::labels($then, $now, $ofReports),
            self::MARKET => self::labels($then, $now, self::OF_MARKET),
            self::RATES => self::labels($paid, $now, array_keys($now->figures)),
        ];
        foreach ($values as $cause => $at) {
            if (abs($at - $before) > self::ROUNDING * max(1.0, abs($was))) {
                $steps[] = ['cause' => $cause, 'inputs' => $inputs[$cause], 'change' => $at - $before];
                $before = $at;
            }
        }

        return ['was' => $was, 'now' => $values[self::RATES], 'steps' => $steps];
    }

    /**
     * @param  array<string, Assumption>  $of
     * @param  array<string, Assumption>  $from
     * @param  list<string>  $names
     * @return array<string, Assumption>
     */
    private static function taken(array $of, array $from, array $names): array
    {
        return [...$of, ...array_intersect_key($from, array_flip($names))];
    }

    /**
     * @param  list<string>  $names
     * @return list<string> what is another figure now
     */
    private static function labels(DiscountedCashFlow $then, DiscountedCashFlow $now, array $names): array
    {
        $labels = [];
        foreach ($names as $name) {
            if (($then->figures[$name] ?? null)?->value !== ($now->figures[$name] ?? null)?->value) {
                $labels[] = ($now->figures[$name] ?? $then->figures[$name])->label;
            }
        }

        return $labels;
    }
}
