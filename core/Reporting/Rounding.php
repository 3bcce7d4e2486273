<?php

declare(strict_types=1);

namespace Logion\Reporting;

use Logion\Figure\Unit;

/** What rounding can make of reported amounts. */
final class Rounding
{
    /** A difference within half a per cent of the total, or two units of the last digit, is rounding. */
    public const TOLERANCE_SHARE = 0.005;

    /** Units of the last digit that are rounding whatever the amount. */
    public const TOLERANCE_UNITS = 2;

    /** Few report amounts finer than to the unit of their currency. */
    private const FINEST_REPORTED = 1.0;

    private const FINEST = 1e-6;

    private const ENOUGH_FOR_A_GRID = 6;

    private const MOST_UNITS = 2000;

    /** How far an amount may be from what it should be, reported to a unit. */
    public static function allowance(float $amount, float $unit): float
    {
        return max(self::TOLERANCE_SHARE * abs($amount), self::TOLERANCE_UNITS * $unit);
    }

    /** Whether a stated figure differs from a computed one by more than is allowed. */
    public static function differs(float $stated, float $computed, float $allowed): bool
    {
        return abs($stated - $computed) > $allowed;
    }

    /**
     * What rounding can make of a sum of so many parts: half a unit of the last reported digit for each of its lines, at least
     * two units.
     */
    public static function ofSum(float $digit, int $parts): float
    {
        return $digit * max(2.0, ($parts + 1) / 2);
    }

    /**
     * The digit to which amounts were reported: the greatest power of ten, up to a million, that divides them all. Amounts that were
     * reported in another currency and converted lie on a grid of their own, flows at a mean rate and balances at that of their day: the
     * wider of the two counts.
     *
     * @param  array<string, float>  $values  by line; only amounts count
     * @param  float  $least  the digit below which nobody looks
     */
    public static function digit(array $values, float $least = 1e-6): float
    {
        $digit = 1e6;
        $items = LineItems::all();
        $flows = $balances = [];
        foreach ($values as $line => $value) {
            if (($items[$line]->unit ?? null) !== Unit::Money) {
                continue;
            }
            $items[$line]->isOverTime() ? ($flows[] = abs($value)) : ($balances[] = abs($value));
            while ($digit > self::FINEST && abs($value / $digit - round($value / $digit)) > 1e-9 * max(1.0, abs($value / $digit))) {
                $digit /= 10;
            }
        }
        if ($digit < self::FINEST_REPORTED) {
            $digit = max($digit, min(1e6, max(self::grid($flows), self::grid($balances))));
        }

        return max($least, $digit);
    }

    /**
     * The greatest unit of which amounts are multiples: what divides the smallest of them, so many times at most; 0 where they are too
     * few to tell, or so large that their last digit does not matter.
     *
     * @param  list<float>  $amounts  none negative
     */
    private static function grid(array $amounts): float
    {
        $amounts = array_filter($amounts);
        if (count($amounts) < self::ENOUGH_FOR_A_GRID) {
            return 0.0;
        }
        $least = min($amounts);
        for ($times = 1; $times <= self::MOST_UNITS; $times++) {
            $unit = $least / $times;
            foreach ($amounts as $amount) {
                if (abs($amount / $unit - round($amount / $unit)) > 1e-5) {
                    continue 2;
                }
            }

            return $unit;
        }

        return 0.0;
    }
}
