<?php

declare(strict_types=1);

namespace Logion\Accounts;

use Logion\Statistics\Descriptive;

/**
 * Checks that statements hold together. Each finding names the check, the period, the line if there is one, and how far
 * the stated figure is from the computed one.
 *
 * @phpstan-type Finding array{check: string, period: int, line: ?string, stated: float, computed: float, difference: float}
 */
final class Integrity
{
    /** A difference within half a per cent of the total, or two units of the last digit, is rounding. */
    public const TOLERANCE_SHARE = 0.005;

    /**
     * Totals that differ from their parts, cash that does not roll forward, balance sheets that do not balance.
     *
     * @return list<Finding>
     */
    public static function ofSheet(FactSheet $facts, float $unit = 1.0): array
    {
        $findings = [];
        $previousCash = null;
        foreach ($facts->periods() as $period) {
            foreach (LineItems::all() as $item) {
                $stated = $facts->fact($item->key, $period) === null ? null : $facts->value($item->key, $period);
                if ($stated === null) {
                    continue;
                }
                foreach ($item->rules[$facts->template->value] ?? [] as $sum) {
                    $computed = self::sum($sum, static fn (string $line): ?float => $facts->value($line, $period));
                    if ($computed !== null && self::differs($stated, $computed, max(self::TOLERANCE_SHARE * abs($stated), 2 * $unit))) {
                        $findings[] = self::finding('sum_of_parts', $period, $item->key, $stated, $computed);
                    }
                }
            }
            $cash = $facts->value('cash_and_equivalents', $period);
            $change = $facts->value('net_change_in_cash', $period);
            if ($previousCash !== null && $cash !== null && $change !== null && $facts->hasPeriod($period - 10) && self::differs($cash - $previousCash, $change, max(self::TOLERANCE_SHARE * abs($cash), 2 * $unit))) {
                $findings[] = self::finding('cash_roll_forward', $period, null, $cash - $previousCash, $change);
            }
            $previousCash = $cash;
            $findings = [...$findings, ...self::quarters($facts, $period, $unit)];
        }

        return $findings;
    }

    /**
     * A finding as a sentence.
     *
     * @param  Finding  $finding
     */
    public static function describe(array $finding): string
    {
        return sprintf('%s: %s of %s is stated as %s, its parts give %s.', ucfirst(str_replace('_', ' ', $finding['check'])),
            $finding['line'] === null ? 'the change of cash' : LineItems::all()[$finding['line']]->label, Period::label($finding['period']), number_format($finding['stated']), number_format($finding['computed']));
    }

    /** Whether a stated figure differs from a computed one by more than is allowed. */
    public static function differs(float $stated, float $computed, float $allowed): bool
    {
        return abs($stated - $computed) > $allowed;
    }

    /**
     * A signed sum; null unless every required part is known (optional ones count as nothing).
     *
     * @param  list<array{int, string}>  $parts
     * @param  \Closure(string): ?float  $value
     */
    public static function sum(array $parts, \Closure $value): ?float
    {
        $sum = 0.0;
        foreach ($parts as [$sign, $line]) {
            $amount = $value($line);
            if ($amount === null) {
                if (LineItems::all()[$line]->absence === 'unknown') {
                    return null;
                }

                continue;
            }
            $sum += $sign * $amount;
        }

        return $sum;
    }

    /**
     * Figures about a thousand (or a million) times too large or small against the median of a line's other periods. A
     * period in which more than half of a statement's tested lines are off the same way is reported once, as a whole.
     *
     * @param  array<string, array<string, list<?float>>>  $statements  values per statement, line and period position
     * @return array{columns: list<array{statement: string, position: int, direction: string, lines_off: int, lines_tested: int}>, lines: list<array{statement: string, position: int, line: string, direction: string, ratio: float}>}
     */
    public static function scaleSlips(array $statements, float $ratioLimit): array
    {
        $columns = $lines = [];
        foreach ($statements as $statement => $series) {
            $off = $tested = [];
            foreach ($series as $line => $values) {
                foreach ($values as $position => $value) {
                    $others = [];
                    foreach ($values as $other => $amount) {
                        if ($other !== $position && $amount !== null && $amount != 0.0) {
                            $others[] = abs($amount);
                        }
                    }
                    if ($value === null || $value == 0.0 || count($others) < 3) {
                        continue;
                    }
                    $tested[$position] = ($tested[$position] ?? 0) + 1;
                    $ratio = abs($value) / (float) Descriptive::median($others);
                    if ($ratio >= $ratioLimit || $ratio <= 1 / $ratioLimit) {
                        $off[$position][$ratio >= $ratioLimit ? 'up' : 'down'][$line] = $ratio;
                    }
                }
            }
            ksort($off);
            foreach ($off as $position => $directions) {
                foreach ($directions as $direction => $found) {
                    if (count($found) > $tested[$position] / 2) {
                        $columns[] = ['statement' => $statement, 'position' => $position, 'direction' => $direction, 'lines_off' => count($found), 'lines_tested' => $tested[$position]];

                        continue;
                    }
                    foreach ($found as $line => $ratio) {
                        $lines[] = ['statement' => $statement, 'position' => $position, 'line' => $line, 'direction' => $direction, 'ratio' => $ratio];
                    }
                }
            }
        }

        return ['columns' => $columns, 'lines' => $lines];
    }

    /**
     * Quarters that do not add up to their year.
     *
     * @return list<Finding>
     */
    private static function quarters(FactSheet $facts, int $year, float $unit): array
    {
        $findings = [];
        foreach (['revenue', 'operating_income', 'net_income', 'operating_cash_flow', 'capital_expenditure', 'dividends_paid'] as $line) {
            $stated = $facts->value($line, $year);
            $sum = 0.0;
            for ($q = 1; $q <= 4; $q++) {
                $value = $facts->value($line, $year + $q);
                if ($value === null) {
                    continue 2;
                }
                $sum += $value;
            }
            // A restated year is not held against quarters of the first version.
            $same = $facts->fact($line, $year)?->filedOn === $facts->fact($line, $year + 4)?->filedOn;
            if ($stated !== null && $same && self::differs($stated, $sum, max(self::TOLERANCE_SHARE * abs($stated), 2 * $unit))) {
                $findings[] = self::finding('quarters_sum_to_year', $year, $line, $stated, $sum);
            }
        }

        return $findings;
    }

    /** @return Finding */
    private static function finding(string $check, int $period, ?string $line, float $stated, float $computed): array
    {
        return ['check' => $check, 'period' => $period, 'line' => $line, 'stated' => $stated, 'computed' => $computed, 'difference' => $stated - $computed];
    }
}
