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
     *     to, and how many times larger (over 1) or smaller they are; and how many could be compared, if any can be off
     */
    public static function off(array $figures, array $known): array
    {
        $lines = $least = $most = [];
        foreach ([$known, $figures] as $given) {
            foreach ($given as $key => $value) {
                if ($value != 0.0) {
                    [$line, $period] = self::series($key);
                    $size = $lines[$line][$period] = abs($value);
                    $least[$line] = min($least[$line] ?? $size, $size);
                    $most[$line] = max($most[$line] ?? $size, $size);
                }
            }
        }
        // Few lines spread so far that one of their figures can be off by a factor.
        $spread = array_filter(
            $lines,
            static fn (string $line): bool => self::FACTORS[0] * $least[$line] < $most[$line] * self::NEAR,
            ARRAY_FILTER_USE_KEY,
        );
        if ($spread === []) {
            return [[], 0];
        }
        $nearest = array_map(self::nearest(...), $lines);
        $off = [];
        $compared = 0;
        foreach ($figures as $key => $value) {
            if ($value == 0.0) {
                continue;
            }
            [$line, $period] = self::series($key);
            $near = ($known[$key] ?? 0.0) != 0.0 ? abs($known[$key]) : $nearest[$line][$period];
            if ($near === null) {
                continue;
            }
            $compared++;
            $factor = self::factor(abs($value) / $near);
            if ($factor !== null) {
                $off[$key] = ['value' => $value, 'near' => $near, 'factor' => $factor];
            }
        }

        return [$off, $compared];
    }

    /**
     * Quarters are compared with quarters and years with years.
     *
     * @return array{string, int} what a figure is compared with, and its period
     */
    private static function series(string $key): array
    {
        $at = (int) strpos($key, '@');
        $period = (int) substr($key, $at + 1);

        return [substr($key, 0, $at).($period % 10 === 0 ? '|year' : '|part'), $period];
    }

    /** Whether a line changes so little from year to year that a single figure far off is a slip. */
    public static function isSteady(string $line): bool
    {
        return in_array($line, LineItems::NEVER_NEGATIVE, true) && ! in_array($line, self::LUMPY, true);
    }

    /** The factor a ratio is near to; null if it is near to none. */
    public static function factor(float $ratio): ?float
    {
        $times = max($ratio, 1 / $ratio);
        foreach (self::FACTORS as $factor) {
            if ($times / $factor < self::NEAR && $factor / $times < self::NEAR) {
                return $ratio > 1 ? $factor : 1 / $factor;
            }
        }

        return null;
    }

    /**
     * For each period the middle of the two or three nearest others, if they agree; of two as near the earlier one.
     *
     * @param  array<int, float>  $values  by period
     * @return array<int, ?float>
     */
    private static function nearest(array $values): array
    {
        ksort($values);
        $periods = array_keys($values);
        $values = array_values($values);
        $last = count($periods) - 1;
        $nearest = [];
        foreach ($periods as $at => $period) {
            [$before, $after] = [$at - 1, $at + 1];
            $near = [];
            for ($found = 0; $found < 3 && ($before >= 0 || $after <= $last); $found++) {
                $near[] =
                    $after > $last || ($before >= 0 && $period - $periods[$before] <= $periods[$after] - $period)
                        ? $values[$before--]
                        : $values[$after++];
            }
            sort($near);
            $nearest[$period] = count($near) < 2 || end($near) > self::AGREE * $near[0] ? null : $near[intdiv(count($near), 2)];
        }

        return $nearest;
    }
}
