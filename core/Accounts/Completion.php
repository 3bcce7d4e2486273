<?php

declare(strict_types=1);

namespace Logion\Accounts;

/**
 * Fills what a statement implies but does not show, in this order: missing totals from their parts, the one missing part of
 * a known total, lines that are zero when absent (unless a reported total shows that something was left out), totals again. A total is only computed when all required parts are known
 * and at least one was reported; lines that are optional in sums stay missing themselves.
 */
final class Completion
{
    /** @var array<string, array{totals: list<array{string, list<array{int, string, bool}>}>, zero: list<array{string, string}>}> */
    private static array $plans = [];

    /**
     * @param  array<string, float>  $values  reported lines of one period
     * @return array<string, string> lines added to `$values`, each "total", "balance" or "zero"
     */
    public static function fill(array &$values, Template $template): array
    {
        $plan = self::$plans[$template->value] ??= self::plan($template);
        $added = [];
        self::totals($values, $plan['totals'], $added);
        self::balances($values, $plan['totals'], $added);
        $known = ['income' => isset($values['net_income']), 'balance' => isset($values['total_assets']), 'cash_flow' => isset($values['operating_cash_flow'])];
        $hiddenDebt = ! isset($values['short_term_debt']) && ! isset($values['long_term_debt']) && ($values['interest_expense'] ?? 0.0) > 0;
        $unexplained = self::unexplained($values, $plan['totals']);
        foreach ($plan['zero'] as [$key, $statement]) {
            if (isset($values[$key]) || isset($unexplained[$key]) || ! ($known[$statement] ?? false) || ($hiddenDebt && ($key === 'short_term_debt' || $key === 'long_term_debt'))) {
                continue;
            }
            $values[$key] = 0.0;
            $added[$key] = 'zero';
        }
        if (! isset($values['dividends_per_share']) && ($values['dividends_paid'] ?? null) === 0.0) {
            $values['dividends_per_share'] = 0.0;
            $added['dividends_per_share'] = 'zero';
        }
        self::totals($values, $plan['totals'], $added);

        return $added;
    }

    /**
     * @param  array<string, float>  $values
     * @param  list<array{string, list<array{int, string, bool}>}>  $rules
     * @param  array<string, string>  $added
     */
    private static function totals(array &$values, array $rules, array &$added): void
    {
        do {
            $changed = false;
            foreach ($rules as [$total, $parts]) {
                if (isset($values[$total])) {
                    continue;
                }
                $sum = 0.0;
                $reported = false;
                foreach ($parts as [$sign, $part, $required]) {
                    if (isset($values[$part])) {
                        $sum += $sign * $values[$part];
                        $reported = $reported || ($added[$part] ?? null) !== 'zero';
                    } elseif ($required) {
                        continue 2;
                    }
                }
                if ($reported) {
                    $values[$total] = $sum;
                    $added[$total] = 'total';
                    $changed = true;
                }
            }
        } while ($changed);
    }

    /**
     * Absent parts of reported totals that the known parts do not add up to: something was left out, so they are not zero.
     *
     * @param  array<string, float>  $values
     * @param  list<array{string, list<array{int, string, bool}>}>  $rules
     * @return array<string, true>
     */
    private static function unexplained(array $values, array $rules): array
    {
        $unexplained = [];
        foreach ($rules as [$total, $parts]) {
            if (! isset($values[$total])) {
                continue;
            }
            $rest = $values[$total];
            $absent = [];
            foreach ($parts as [$sign, $part]) {
                if (isset($values[$part])) {
                    $rest -= $sign * $values[$part];
                } else {
                    $absent[$part] = true;
                }
            }
            if (abs($rest) > max(Integrity::TOLERANCE_SHARE * abs($values[$total]), 2.0)) {
                $unexplained += $absent;
            }
        }

        return $unexplained;
    }

    /**
     * The one missing required part of a known total.
     *
     * @param  array<string, float>  $values
     * @param  list<array{string, list<array{int, string, bool}>}>  $rules
     * @param  array<string, string>  $added
     */
    private static function balances(array &$values, array $rules, array &$added): void
    {
        foreach ($rules as [$total, $parts]) {
            if (! isset($values[$total])) {
                continue;
            }
            $missing = null;
            $sum = 0.0;
            foreach ($parts as [$sign, $part, $required]) {
                if (isset($values[$part])) {
                    $sum += $sign * $values[$part];
                } elseif ($required) {
                    if ($missing !== null) {
                        continue 2;
                    }
                    $missing = [$sign, $part];
                }
            }
            if ($missing !== null && self::mayBeSolved($missing[1])) {
                $values[$missing[1]] = ($values[$total] - $sum) * $missing[0];
                $added[$missing[1]] = 'balance';
            }
        }
    }

    /** Only totals and remainders may be solved for: a missing inventory or tax line has a meaning of its own. */
    private static function mayBeSolved(string $key): bool
    {
        return in_array($key, ['total_liabilities', 'total_equity', 'common_equity', 'shareholders_equity', 'cost_of_revenue', 'gross_profit', 'operating_expenses', 'total_non_current_assets', 'total_non_current_liabilities'], true)
            || str_starts_with($key, 'other_');
    }

    /** @return array{totals: list<array{string, list<array{int, string, bool}>}>, zero: list<array{string, string}>} */
    private static function plan(Template $template): array
    {
        $totals = $zero = [];
        $items = LineItems::all();
        foreach ($items as $item) {
            if (! $item->fits($template)) {
                continue;
            }
            if ($item->absence === 'zero' && $item->statement !== 'per_share_and_counts') {
                $zero[] = [$item->key, $item->statement];
            }
            foreach ($item->rules[$template->value] ?? [] as $sum) {
                $totals[] = [$item->key, array_map(
                    static fn (array $part): array => [$part[0], $part[1], $items[$part[1]]->absence === 'unknown'],
                    $sum,
                )];
            }
        }

        return ['totals' => $totals, 'zero' => $zero];
    }
}
