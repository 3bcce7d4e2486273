<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Reporting\LineItems;

/** Finds figures that are a thousand or a million times off those of other periods, or of another source. */
final class Neighbours
{
    private const FACTORS = [1e3, 1e6, 1e9];

    /** Lines that come and go, or may be next to nothing in a year. */
    private const LUMPY = [
        'short_term_debt',
        'long_term_debt',
        'total_debt',
        'goodwill',
        'intangible_assets',
        'treasury_stock',
        'dividends_paid',
        'shares_repurchased',
        'debt_repaid',
        'prepaid_expenses',
        'amortization_of_intangibles',
        'inventories',
    ];

    /** A figure is off by a factor if it is so near to it. */
    private const NEAR = 3.0;

    /** Other periods agree among themselves if they are no more times apart. */
    private const AGREE = 10.0;

    /**
     * @param  array<string, float>  $figures  to be looked at, by "line@period"
     * @param  array<string, float>  $known  figures known before, by "line@period"
     * @return array{array<string, array{value: float, near: float, factor: float}>, int} those that are off: what they are near
     *     to, and how many
     *     times larger (over 1) or smaller they are; and how many could be compared
     */
    public static function off(array $figures, array $known): array
    {
        $all = [...$known, ...$figures];
        $lines = [];
        foreach ($all as $key => $value) {
            [$line, $period] = explode('@', $key);
            // Quarters are compared with quarters and years with years.
            $value == 0.0 || ($lines[$line.'|'.((int) $period % 10 === 0 ? 'year' : 'part')][(int) $period] = abs($value));
        }
        $off = [];
        $compared = 0;
        foreach ($figures as $key => $value) {
            if ($value == 0.0) {
                continue;
            }
            [$line, $period] = explode('@', $key);
            $near =
                ($known[$key] ?? 0.0) != 0.0
                    ? abs($known[$key])
                    : self::nearest($lines[$line.'|'.((int) $period % 10 === 0 ? 'year' : 'part')], (int) $period);
            $factor = $near === null ? null : self::factor(abs($value) / $near);
            $compared += $near === null ? 0 : 1;
            if ($factor !== null && $near !== null) {
                $off[$key] = ['value' => $value, 'near' => $near, 'factor' => $factor];
            }
        }

        return [$off, $compared];
    }

    /** Whether a line changes so little from year to year that a single figure far off is a slip. */
    public static function isSteady(string $line): bool
    {
        return in_array($line, LineItems::NEVER_NEGATIVE, true) && ! in_array($line, self::LUMPY, true);
    }

    /** The factor a ratio is near to; null if it is near to none. */
    public static function factor(float $ratio): ?float
    {
        foreach (self::FACTORS as $factor) {
            foreach ([$factor, 1 / $factor] as $times) {
                if ($ratio / $times < self::NEAR && $times / $ratio < self::NEAR) {
                    return $times;
                }
            }
        }

        return null;
    }

    /**
     * The middle of the two or three nearest other periods, if they agree.
     *
     * @param  array<int, float>  $values  by period
     */
    private static function nearest(array $values, int $period): ?float
    {
        unset($values[$period]);
        uksort($values, static fn (int $a, int $b): int => abs($a - $period) <=> abs($b - $period));
        $near = array_slice(array_values($values), 0, 3);
        sort($near);

        return count($near) < 2 || end($near) > self::AGREE * $near[0] ? null : $near[intdiv(count($near), 2)];
    }
}
