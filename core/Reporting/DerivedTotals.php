<?php

declare(strict_types=1);

namespace Logion\Reporting;

use Closure;

/**
 * Fills what a statement implies but does not show. The totals that are there are evidence: a total all of whose parts but one
 * are known determines that one; a total that adds up without its absent parts shows that they are none; a total that does not
 * shows that something was left out, and then nothing that would need the absent parts is added up without them.
 *
 * Where no evidence speaks, a total is the sum of the parts that were reported, provided that its required ones were, and that
 * no total it is itself a part of contradicts it. A line that no total could show is zero where it would have been shown.
 *
 * A course is what is done where the amounts decide nothing: lines that are none, then the steps, and how each line was found. A step
 * has a line, the signs of its parts that are told, how many parts there are, and null where the line must be their sum, nothing where
 * it becomes their sum, or the sign and the total of which it becomes the rest.
 *
 * @phpstan-type Course array{none: array<string, float>, steps: list<array{string, array<string, int>, int,
 *     array{}|array{float, string}|null}>, added: array<string, string>}
 */
final class DerivedTotals
{
    /** Added up from its parts. */
    public const TOTAL = 'total';

    /** The rest of a total: a remainder such as "other", or a total itself. */
    public const BALANCE = 'balance';

    /** A line with a meaning of its own, which a total determines. */
    public const DERIVED = 'derived';

    /** Not shown where it would have been shown. */
    public const ZERO = 'zero';

    /** Not disclosed by itself, and shown by a total to be none: it stays without a value, and counts as zero where asked. */
    public const ABSENT = 'absent';

    /** Totals and remainders that may be solved for though small parts beside them are not reported. */
    private const SOLVABLE = [
        'total_liabilities',
        'total_equity',
        'common_equity',
        'shareholders_equity',
        'cost_of_revenue',
        'gross_profit',
        'operating_expenses',
        'operating_income',
        'total_current_assets',
        'total_current_liabilities',
        'total_non_current_assets',
        'total_non_current_liabilities',
    ];

    /**
     * @var array<string, array{sums: list<array{string, list<array{int, string, string}>}>, parts: array<string, list<array{int, string,
     *     string}>>, alone: list<array{string, string}>, lines: array<string, true>}> by template
     */
    private static array $plans = [];

    /** Different sets and orders of reported lines of which the course is remembered. */
    private const MOST_REMEMBERED = 10000;

    /** Lines that say whether there is a statement at all, and of dividends. */
    private const DECISIVE = ['net_income', 'total_assets', 'operating_cash_flow', 'dividends_paid', 'dividends_per_share'];

    private const SUM = 0;

    private const CHECK = 1;

    private const NONE = 2;

    private const REST = 3;

    /**
     * What was done for a set of reported lines, where nothing depended on the amounts but that totals add up. Companies show the same
     * lines again and again.
     *
     * @var array<string, array<string, Course>> by template and lines in their order
     */
    private static array $remembered = [];

    /** @var array<string, array<string, Course>> by template and those lines that decide, of which there are far fewer sets */
    private static array $courses = [];

    /**
     * Step, line, how it was found or the total, sign, and all parts of the sum; null where the amounts decided.
     *
     * @var list<array{int, string, string, float, list<array{int, string, string}>}>|null
     */
    private ?array $course = [];

    /** @var array<string, string> how each added line was found */
    private array $added = [];

    private ?float $digit = null;

    /** @var array<string, int> the sum by which a total was added up though small parts of it are not told */
    private array $summedBy = [];

    /** @var array<int, array{string, list<array{int, string, string}>}> sums of which not all is known */
    private array $open;

    /** @var array<string, true> absent lines that a total does not add up without */
    private array $leftOut = [];

    /**
     * @param  array<string, float>  $values
     * @param  list<array{string, list<array{int, string, string}>}>  $sums  total, and sign, line and absence of each part
     * @param  array<string, list<array{int, string, string}>>  $partsOf  parts of each total, by its first sum
     * @param  (Closure(): array<string, true|float>)|null  $used
     * @param  array<string, true>  $struck
     */
    private function __construct(
        private array $values,
        private readonly array $sums,
        private readonly array $partsOf,
        private readonly ?Closure $used,
        private readonly array $struck,
    ) {
        $this->open = $sums;
    }

    /**
     * @param  array<string, float>  $values  reported lines of one period
     * @param  (Closure(): array<string, true|float>)|null  $used  lines the company reports in some period; few periods need them
     * @param  array<string, true>  $struck  lines a reader struck out: what is left does not bring them back
     * @param  string|null  $shape  what stands for these lines in this order, where that is known
     * @return array<string, string> how lines added to `$values` were found; {@see ABSENT} ones were not added
     */
    public static function fill(
        array &$values,
        ReportingModel $template,
        ?Closure $used = null,
        array $struck = [],
        ?string $shape = null,
    ): array {
        $plan = self::$plans[$template->value] ??= self::plan($template);
        $shape ??= implode(' ', array_keys($values));
        $course = self::$remembered[$template->value][$shape] ?? null;
        $relevant = '';
        if ($course === null) {
            // Lines that no total and no rule speaks of change nothing, nor does the order in which lines are told.
            $relevant = implode(' ', array_keys(array_intersect_key($plan['lines'], $values)));
            $course = self::$courses[$template->value][$relevant] ?? null;
            $course === null || self::keep(self::$remembered, $template, $shape, $course);
        }
        $added = $course === null ? null : self::follow($course, $values);
        if ($added !== null) {
            return $added;
        }
        $completion = new self($values, $plan['sums'], $plan['parts'], $used, $struck);
        do {
            $completion->followEvidence();
        } while ($completion->addUp());
        $completion->zeros($plan['alone']);
        $completion->addUp();
        $learnt = $course === null ? $completion->courseToRemember($values) : null;
        if ($learnt !== null) {
            self::keep(self::$remembered, $template, $shape, $learnt);
            self::keep(self::$courses, $template, $relevant, $learnt);
        }
        $values = $completion->values;

        return $completion->added;
    }

    /**
     * @param  array<string, array<string, Course>>  $memory
     * @param  Course  $course
     */
    private static function keep(array &$memory, ReportingModel $template, string $lines, array $course): void
    {
        if (count($memory[$template->value] ?? []) >= self::MOST_REMEMBERED) {
            $memory[$template->value] = [];
        }
        $memory[$template->value][$lines] = $course;
    }

    /**
     * Goes a remembered course.
     *
     * @param  Course  $course
     * @param  array<string, float>  $values  filled unless null is returned
     * @return array<string, string>|null how lines were found; null if a total does not add up as it did then
     */
    private static function follow(array $course, array &$values): ?array
    {
        $filled = $values + $course['none'];
        $digit = null;
        foreach ($course['steps'] as [$line, $parts, $count, $solved]) {
            if ($solved === null) {
                $rest = $filled[$line];
                foreach ($parts as $part => $sign) {
                    $rest -= $sign * $filled[$part];
                }
                $rest = abs($rest);
                if ($rest > 1e-9 * abs($filled[$line]) && $rest > Rounding::ofSum($digit ??= Rounding::digit($values), $count)) {
                    return null;
                }
            } else {
                $sum = 0.0;
                foreach ($parts as $part => $sign) {
                    $sum += $sign * $filled[$part];
                }
                $filled[$line] = $solved === [] ? $sum : $solved[0] * ($filled[$solved[1]] - $sum);
            }
        }
        $added = $course['added'];
        if (self::paysNothing($filled)) {
            $filled['dividends_per_share'] = 0.0;
            $added['dividends_per_share'] = self::ZERO;
        }
        $values = $filled;

        return $added;
    }

    /**
     * Whether no dividend a share is told, though that none was paid is.
     *
     * @param  array<string, float>  $values
     */
    private static function paysNothing(array $values): bool
    {
        return ($values['dividends_paid'] ?? null) === 0.0 && ! isset($values['dividends_per_share']);
    }

    /**
     * The course just gone. A line that is none adds nothing to a sum, and is left out of it, as is a part not known at that step.
     *
     * @param  array<string, float>  $known  reported lines
     * @return Course|null null where the amounts decided
     */
    private function courseToRemember(array $known): ?array
    {
        if ($this->course === null) {
            return null;
        }
        $none = $steps = $added = [];
        foreach ($this->course as [$step, $line, $how, $sign, $parts]) {
            if ($step === self::NONE) {
                $added[$line] = $how;
                $how === self::ABSENT || ($none[$line] = 0.0);

                continue;
            }
            $told = [];
            foreach ($parts as [$partSign, $part]) {
                if (isset($known[$part])) {
                    $told[$part] = $partSign;
                }
            }
            $steps[] = [$line, $told, count($parts), [self::CHECK => null, self::SUM => [], self::REST => [$sign, $how]][$step]];
            if ($step !== self::CHECK) {
                $added[$line] = $step === self::SUM ? $how : self::BALANCE;
                $known[$line] = 0.0;
            }
        }

        return ['none' => $none, 'steps' => $steps, 'added' => $added];
    }

    /** What the reported totals prove, until they prove no more. */
    private function followEvidence(): void
    {
        do {
            $before = count($this->added);
            foreach ($this->open as $i => [$total, $parts]) {
                if (($this->summedBy[$total] ?? null) === $i) {
                    continue; // That a sum adds up proves nothing.
                }
                [$sum, $absent] = $this->known($parts);
                if ($absent === []) {
                    $this->putSum($total, $sum, $parts, $this->hasReported($parts) ? self::TOTAL : self::ZERO);
                    unset($this->open[$i]); // Nothing more to be learnt from it.
                }
                if ($absent === [] || ! isset($this->values[$total])) {
                    continue;
                }
                $rest = $this->values[$total] - $sum;
                if ($this->isNothing($rest, $total, $parts)) {
                    $this->remember(self::CHECK, $total, '', 0.0, $parts);
                    $this->none($absent);

                    continue;
                }
                $this->course = null;
                if ($this->addsUpInDetail($total)) {
                    continue;
                } elseif (count($absent) === 1) {
                    $this->determine($absent[0], $rest);
                } elseif (! in_array('unknown', array_column($absent, 2), true)) {
                    $this->leaveOut($absent, $rest);
                }
            }
        } while (count($this->added) > $before);
    }

    /** @param  list<array{int, string, string}>  $parts */
    private function isNothing(float $rest, string $total, array $parts): bool
    {
        return abs($rest) <= 1e-9 * abs($this->values[$total]) || abs($rest) <= $this->mayRoundTo(count($parts));
    }

    /** Whether a total adds up when the totals among its parts that nobody reported are replaced by their own parts; then all is known. */
    private function addsUpInDetail(string $total): bool
    {
        foreach ($this->sums as [$of, $parts]) {
            if ($of !== $total) {
                continue;
            }
            $totals = [];
            $leaves = $this->detailed($parts, $totals);
            [$sum, $absent] = $this->known($leaves);
            if (
                $totals === [] ||
                in_array('unknown', array_column($absent, 2), true) ||
                ! $this->isNothing($this->values[$total] - $sum, $total, $leaves)
            ) {
                continue;
            }
            $this->none($absent);
            foreach (array_reverse($totals, true) as $line => $own) {
                $this->put($line, $this->known($own)[0], self::TOTAL);
            }

            return true;
        }

        return false;
    }

    /**
     * @param  list<array{int, string, string}>  $parts
     * @param  array<string, list<array{int, string, string}>>  $totals  parts of each total that was replaced
     * @return list<array{int, string, string}>
     *
     * @param-out array<string, list<array{int, string, string}>> $totals
     */
    private function detailed(array $parts, array &$totals): array
    {
        $leaves = [];
        foreach ($parts as $part) {
            $own = isset($this->values[$part[1]]) || isset($totals[$part[1]]) ? null : $this->partsOf[$part[1]] ?? null;
            if ($own === null) {
                $leaves[] = $part;

                continue;
            }
            $totals[$part[1]] = $own;
            foreach ($this->detailed($own, $totals) as [$sign, $line, $absence]) {
                $leaves[] = [$part[0] * $sign, $line, $absence];
            }
        }

        return $leaves;
    }

    /**
     * A total adds up without some parts. A part that every statement has is not none but the rest, which is next to nothing.
     *
     * @param  list<array{int, string, string}>  $absent
     */
    private function none(array $absent): void
    {
        foreach ($absent as [, $line, $absence]) {
            // To add up without it proves more than not to add up with several others gone.
            unset($this->leftOut[$line]);
            if ($absence === 'zero') {
                $this->putNone($line, self::ZERO);
            } elseif ($absence === 'optional' && ! isset($this->added[$line])) {
                $this->added[$line] = self::ABSENT;
                $this->remember(self::NONE, $line, self::ABSENT, 1.0, []);
            } elseif ($absence === 'unknown' && count($absent) === 1) {
                $this->putNone($line, self::BALANCE);
            }
        }
    }

    /**
     * Something was left out among several parts. If it is the only one of them that this company reports in other periods, it
     * is that one; else nobody can say.
     *
     * @param  list<array{int, string, string}>  $absent
     */
    private function leaveOut(array $absent, float $rest): void
    {
        $used = $this->used === null ? [] : ($this->used)();
        $dropped = array_values(array_filter($absent, static fn (array $part): bool => isset($used[$part[1]])));
        if (count($dropped) === 1 && $this->determine($dropped[0], $rest)) {
            $this->none(array_values(array_filter($absent, static fn (array $part): bool => $part !== $dropped[0])));

            return;
        }
        foreach ($absent as [, $line]) {
            $this->leftOut[$line] = true;
        }
    }

    /** @param  array{int, string, string}  $part  the only one a total lacks */
    private function determine(array $part, float $rest): bool
    {
        [$sign, $line, $absence] = $part;
        $value = $sign * $rest;
        // A negative inventory is no inventory: another line is wrong.
        if (($value < 0 && ! LineItems::mayBeNegative($line)) || (isset($this->struck[$line]) && ! self::isRemainder($line))) {
            $this->leftOut[$line] = true;

            return false;
        }
        unset($this->leftOut[$line]);
        $this->put($line, $value, self::isRemainder($line) ? self::BALANCE : self::DERIVED);

        return true;
    }

    /**
     * Rests of totals, and sums of what was reported, where no evidence speaks against them.
     *
     * @return bool whether there were any, which are evidence in their turn
     */
    private function addUp(): bool
    {
        $first = count($this->added);
        do {
            $before = count($this->added);
            foreach ($this->open as [$total, $parts]) {
                isset($this->values[$total]) && $this->solve($total, $parts);
            }
            foreach ($this->open as $i => [$total, $parts]) {
                if (! isset($this->values[$total]) && $this->sum($total, $parts)) {
                    $this->summedBy[$total] = $i;
                }
            }
        } while (count($this->added) > $before);

        return count($this->added) > $first;
    }

    /**
     * The one remainder or total that a known total lacks, though small parts beside it are not told.
     *
     * @param  list<array{int, string, string}>  $parts
     */
    private function solve(string $total, array $parts): void
    {
        [$sum, $absent] = $this->known($parts);
        $required = array_values(array_filter($absent, static fn (array $part): bool => $part[2] === 'unknown'));
        if (count($required) === 1 && ! $this->isSuspect($absent) && self::isRemainder($required[0][1])) {
            // What is taken to be none here is none elsewhere too.
            isset($this->values[$required[0][1]]) || $this->remember(self::REST, $required[0][1], $total, (float) $required[0][0], $parts);
            $this->put($required[0][1], $required[0][0] * ($this->values[$total] - $sum), self::BALANCE);
            $this->none(array_values(array_filter($absent, static fn (array $part): bool => $part[2] !== 'unknown')));
        }
    }

    /** @param  list<array{int, string, string}>  $parts */
    private function sum(string $total, array $parts): bool
    {
        [$sum, $absent] = $this->known($parts);
        if (
            ! in_array('unknown', array_column($absent, 2), true) &&
            ! $this->isSuspect($absent) &&
            $this->hasReported($parts) &&
            ! $this->contradicted($total)
        ) {
            $this->putSum($total, $sum, $parts, self::TOTAL);

            return true;
        }

        return false;
    }

    /** @param  list<array{int, string, string}>  $absent */
    private function isSuspect(array $absent): bool
    {
        foreach ($absent as [, $line]) {
            if (isset($this->leftOut[$line])) {
                return true;
            }
        }

        return false;
    }

    /** Whether a total that is there does not add up in detail, this one among its parts being the sum of what was reported of it. */
    private function contradicted(string $line): bool
    {
        foreach ($this->sums as [$total, $parts]) {
            if (! isset($this->values[$total]) || ! in_array($line, array_column($parts, 1), true)) {
                continue;
            }
            $this->course = null;
            $totals = [];
            $leaves = $this->detailed($parts, $totals);
            [$sum, $absent] = $this->known($leaves);
            if (
                ! in_array('unknown', array_column($absent, 2), true) &&
                abs($this->values[$total] - $sum) >
                    max(Rounding::TOLERANCE_SHARE * abs($this->values[$total]), $this->mayRoundTo(count($leaves)))
            ) {
                return true;
            }
        }

        return false;
    }

    /**
     * Lines that are part of no total and would have been shown.
     *
     * @param  list<array{string, string}>  $alone  line and its statement
     */
    private function zeros(array $alone): void
    {
        $exists = [
            'income' => isset($this->values['net_income']),
            'balance' => isset($this->values['total_assets']),
            'cash_flow' => isset($this->values['operating_cash_flow']),
        ];
        foreach ($alone as [$line, $statement]) {
            if ($exists[$statement] ?? false) {
                $this->putNone($line, self::ZERO);
            }
        }
        if (self::paysNothing($this->values)) {
            $this->put('dividends_per_share', 0.0, self::ZERO);
        }
    }

    /** @param  list<array{int, string, string}>  $parts */
    private function remember(int $step, string $line, string $how, float $sign, array $parts): void
    {
        if ($this->course !== null) {
            $this->course[] = [$step, $line, $how, $sign, $parts];
        }
    }

    private function putNone(string $line, string $how): void
    {
        if (! isset($this->values[$line])) {
            $this->remember(self::NONE, $line, $how, 0.0, []);
            $this->put($line, 0.0, $how);
        }
    }

    /** @param  list<array{int, string, string}>  $parts */
    private function putSum(string $total, float $sum, array $parts, string $how): void
    {
        if (! isset($this->values[$total])) {
            $this->remember(self::SUM, $total, $how, 0.0, $parts);
            $this->put($total, $sum, $how);
        }
    }

    private function put(string $line, float $value, string $how): void
    {
        if (! isset($this->values[$line])) {
            $this->values[$line] = $value;
            $this->added[$line] = $how;
        }
    }

    /**
     * Sum of the known parts, and the others; those shown to be none are neither.
     *
     * @param  list<array{int, string, string}>  $parts
     * @return array{float, list<array{int, string, string}>}
     */
    private function known(array $parts): array
    {
        $sum = 0.0;
        $absent = [];
        foreach ($parts as $part) {
            $value = $this->values[$part[1]] ?? null;
            if ($value !== null) {
                $sum += $part[0] * $value;
            } elseif (! isset($this->added[$part[1]])) {
                $absent[] = $part;
            }
        }

        return [$sum, $absent];
    }

    /** @param  list<array{int, string, string}>  $parts */
    private function hasReported(array $parts): bool
    {
        foreach ($parts as [, $line]) {
            if (isset($this->values[$line]) && ($this->added[$line] ?? null) !== self::ZERO) {
                return true;
            }
        }

        return false;
    }

    private function mayRoundTo(int $parts): float
    {
        return Rounding::ofSum($this->digit ??= Rounding::digit(array_diff_key($this->values, $this->added)), $parts);
    }

    private static function isRemainder(string $line): bool
    {
        return in_array($line, self::SOLVABLE, true) || str_starts_with($line, 'other_');
    }

    /**
     * @return array{sums: list<array{string, list<array{int, string, string}>}>, parts: array<string, list<array{int, string, string}>>,
     *     alone: list<array{string, string}>, lines: array<string, true>}  lines: all that can decide what is filled
     */
    private static function plan(ReportingModel $template): array
    {
        $sums = $alone = $inSum = [];
        $items = LineItems::all();
        foreach ($items as $item) {
            foreach ($item->fits($template) ? $item->rules[$template->value] ?? [] : [] as $sum) {
                $sums[] = [$item->key, array_map(static fn (array $part): array => [$part[0], $part[1], $items[$part[1]]->absence], $sum)];
                $inSum += array_fill_keys(array_column($sum, 1), true);
            }
        }
        foreach ($items as $item) {
            if (
                $item->fits($template) &&
                $item->absence === 'zero' &&
                $item->statement !== 'per_share_and_counts' &&
                ! isset($inSum[$item->key])
            ) {
                $alone[] = [$item->key, $item->statement];
            }
        }

        $lines = $inSum + array_fill_keys([...array_column($sums, 0), ...array_column($alone, 0), ...self::DECISIVE], true);

        return ['sums' => $sums, 'parts' => array_column(array_reverse($sums), 1, 0), 'alone' => $alone, 'lines' => $lines];
    }
}
