<?php

declare(strict_types=1);

namespace Logion\Accounts;

use Logion\Market\CorporateActions;

/**
 * What was publicly known of a company's accounts on a day: per line and period the latest figure filed by then, corrections
 * first, totals completed, and counts and per-share figures put on the share basis of that day.
 */
final class FactSheet
{
    private const PER_SHARE = ['earnings_per_share_basic' => true, 'earnings_per_share_diluted' => true, 'dividends_per_share' => true];

    private const COUNTS = ['basic_shares_average' => true, 'diluted_shares_average' => true, 'shares_outstanding_period_end' => true];

    /** One of these is in every statement of flows. */
    private const FLOWS_EVERYBODY_REPORTS = ['net_income', 'revenue', 'operating_cash_flow'];

    /** @var array<int, array<string, float>> by period, then line */
    private array $values = [];

    /** @var array<int, array<string, Fact>> */
    private array $facts = [];

    /** @var array<int, array<string, string>> lines that were completed: "total", "balance" or "zero" */
    private array $completed = [];

    /** @var array<string, true> lines reported in some period */
    private array $used = [];

    /** @var array<int, array<string, list<array{OneOff, float}>>> what one-off items changed, by period and line */
    private array $adjusted = [];

    private readonly ShareBasis $basis;

    /** @var array<string, self> by line */
    private array $withZeros = [];

    private ?int $firstPeriod = null;

    private ?int $latestYear = null;

    private ?int $latestQuarter = null;

    /** 0 where there is none. */
    private ?int $latestTrailing = null;

    /** Day on which the next fact becomes public. */
    private int $nextFiling = PHP_INT_MAX;

    /**
     * @param  list<Fact>  $facts  in any order
     * @param  array<int, int>  $periodEnds  day YYYYMMDD by period
     * @param  FactSheet|null  $earlier  of the same facts on an earlier day; only what was filed since is worked in
     */
    public function __construct(
        public readonly Template $template,
        array $facts,
        private readonly array $periodEnds,
        public readonly int $asOf,
        private readonly CorporateActions $actions = new CorporateActions,
        ?self $earlier = null,
        public readonly Version $version = Version::Restated,
        private readonly ?OneOffs $oneOffs = null,
    ) {
        $since = 0;
        if ($earlier !== null && $earlier->asOf <= $asOf && count($earlier->actions->splits) === count($actions->splits)) {
            $since = $earlier->asOf;
            $this->values = $earlier->values;
            $this->facts = $earlier->facts;
            $this->completed = $earlier->completed;
            $this->adjusted = $earlier->adjusted;
            $this->used = $earlier->used;
        }
        $usedBefore = count($this->used);
        $this->basis = new ShareBasis($facts, $actions, $asOf);
        $touched = [];
        foreach ($facts as $fact) {
            if ($fact->filedOn > $asOf) {
                $this->nextFiling = min($this->nextFiling, $fact->filedOn);

                continue;
            }
            if ($fact->filedOn <= $since) {
                continue;
            }
            $known = $this->facts[$fact->period][$fact->line] ?? null;
            if ($version === Version::FirstReported ? ! $fact->isCorrection() && ($known === null || self::order($fact, $known) < 0) : $known === null || self::order($fact, $known) >= 0) {
                $this->facts[$fact->period][$fact->line] = $fact;
                $this->used[$fact->line] = true;
                $touched[$fact->period] = true;
            }
        }
        ksort($this->facts);
        // A line reported for the first time may be what another period lacks.
        foreach (array_keys(count($this->used) > $usedBefore ? $this->facts : $touched) as $period) {
            $this->complete($period);
        }
        ksort($this->values);
        foreach (array_keys($this->facts) as $period) {
            $isYear = $period % 10 === 0;
            $this->firstPeriod ??= $period;
            if ($isYear) {
                $this->latestYear = max($this->latestYear ?? 0, Period::fiscalYear($period));
            }
            $this->latestQuarter = max($this->latestQuarter ?? 0, Period::lastQuarter($period));
        }
    }

    /** Which of two facts counts: a correction before what was filed, a later filing before an earlier one. */
    private static function order(Fact $one, Fact $other): int
    {
        return $one->isCorrection() <=> $other->isCorrection() ?: $one->filedOn <=> $other->filedOn ?: $one->filing <=> $other->filing;
    }

    /** Values of a period from its facts: on the share basis of the day, totals completed. */
    private function complete(int $period): void
    {
        $split = $this->actions->splits !== [];
        $values = $struck = [];
        foreach ($this->facts[$period] as $line => $fact) {
            $value = $fact->value;
            if (is_nan($value)) {
                $struck[$line] = true;

                continue;
            }
            if ($split && (isset(self::PER_SHARE[$line]) || isset(self::COUNTS[$line]))) {
                $ratio = $this->basis->ratio($fact->filedOn);
                $value = isset(self::COUNTS[$line]) ? $value * $ratio : $value / $ratio;
            }
            $values[$line] = $value;
        }
        $this->completed[$period] = Completion::fill($values, $this->template, $this->used, $struck);
        $this->adjusted[$period] = $this->oneOffs?->apply($values, $period, $this->template) ?? [];
        $this->values[$period] = $values;
    }

    /** Whether a later day sees the same accounts: nothing was filed and no share was split since. */
    public function holdsOn(int $day, CorporateActions $actions): bool
    {
        return $day >= $this->asOf && $day < $this->nextFiling && count($actions->splits) === count($this->actions->splits);
    }

    /** The latest completed fiscal year that was reported. */
    public function latestYear(): ?int
    {
        return $this->latestYear;
    }

    /** The latest quarter that was reported; a year end counts as its fourth quarter. */
    public function latestQuarter(): ?int
    {
        return $this->latestQuarter;
    }

    public function firstYear(): ?int
    {
        return $this->firstPeriod === null ? null : Period::fiscalYear($this->firstPeriod);
    }

    /** @return list<int> periods with a report, ascending: years, or quarters */
    public function periods(bool $quarters = false): array
    {
        return array_values(array_filter(array_keys($this->values), static fn (int $period): bool => $quarters ? Period::isQuarter($period) : $period % 10 === 0));
    }

    /** Value of a line in a period; balances of a fourth quarter are those of the year. */
    public function value(string $line, int $period): ?float
    {
        return $this->values[$period][$line] ?? null;
    }

    /** @return array<string, float> every line of a period */
    public function row(int $period): array
    {
        return $this->values[$period] ?? [];
    }

    public function instant(string $line, int $quarter): ?float
    {
        return $this->values[$quarter][$line] ?? ($quarter % 10 === 4 ? $this->values[$quarter - 4][$line] ?? null : null);
    }

    /** The latest known count at or before a quarter, at most a year old: some are only published once a year. */
    public function latestCount(string $line, int $quarter): ?float
    {
        for ($i = 0; $i < 4; $i++) {
            $value = $this->instant($line, Period::shiftQuarters($quarter, -$i));
            if ($value !== null) {
                return $value;
            }
        }

        return null;
    }

    /**
     * Sum of the four quarters up to one; null if one of them is missing. At a fiscal year end it is the year itself.
     */
    public function trailing(string $line, int $quarter): ?float
    {
        if ($quarter % 10 === 4 && isset($this->values[$quarter - 4][$line])) {
            return $this->values[$quarter - 4][$line];
        }
        $sum = 0.0;
        for ($i = 0; $i < 4; $i++) {
            $value = $this->values[Period::shiftQuarters($quarter, -$i)][$line] ?? null;
            if ($value === null) {
                return $this->trailingFromYears($line, $quarter);
            }
            $sum += $value;
        }

        return $sum;
    }

    /**
     * The latest quarter up to which a year of flows can be put together; where that is not possible up to the latest quarter
     * reported, the end of the last fiscal year.
     */
    public function latestTrailing(): ?int
    {
        $this->latestTrailing ??= $this->findLatestTrailing() ?? 0;

        return $this->latestTrailing === 0 ? null : $this->latestTrailing;
    }

    private function findLatestTrailing(): ?int
    {
        if ($this->latestQuarter === null || $this->latestYear === null) {
            return $this->latestQuarter;
        }
        foreach (self::FLOWS_EVERYBODY_REPORTS as $line) {
            if ($this->trailing($line, $this->latestQuarter) !== null) {
                return $this->latestQuarter;
            }
        }

        return Period::quarter($this->latestYear, 4);
    }

    /** Flow of the half year that ends with a second or fourth quarter: as reported, else from quarters, or from the year. */
    public function half(string $line, int $quarter): ?float
    {
        $year = $quarter - $quarter % 10;
        $reported = $this->values[$year + ($quarter % 10 === 2 ? Period::FIRST_HALF : Period::SECOND_HALF)][$line] ?? null;
        if ($reported !== null) {
            return $reported;
        }
        $last = $this->values[$quarter][$line] ?? null;
        $first = $this->values[$quarter - 1][$line] ?? null;
        if ($last !== null && $first !== null) {
            return $last + $first;
        }
        $whole = $this->values[$year][$line] ?? null;
        $other = $quarter % 10 === 4 ? $this->half($line, $quarter - 2) : null;

        return $whole === null || $other === null ? null : $whole - $other;
    }

    /** Whether the latest interim report is one of half a year. */
    public function reportsHalfYears(): bool
    {
        $latest = $this->latestQuarter ?? 0;
        $year = $latest - $latest % 10;

        return ! isset($this->values[$latest]['revenue']) && (isset($this->facts[$year + Period::FIRST_HALF]) || isset($this->facts[$year + Period::SECOND_HALF]));
    }

    /** @return list<int> the quarters with which half years end whose flows are known */
    public function halfYears(): array
    {
        $ends = [];
        foreach (array_keys($this->values) as $period) {
            $quarter = Period::lastQuarter($period);
            if ($quarter % 2 === 0 && $this->half('revenue', $quarter) !== null) {
                $ends[$quarter] = true;
            }
        }
        ksort($ends);

        return array_keys($ends);
    }

    /** The accounts of one line alone, with zero where a statement's own totals show it to be none, though it is not disclosed by itself. */
    public function withZeros(string $line): self
    {
        if (! isset($this->withZeros[$line])) {
            $values = [];
            foreach ($this->values as $period => $row) {
                $value = $row[$line] ?? (($this->completed[$period][$line] ?? null) === Completion::ABSENT ? 0.0 : null);
                if ($value !== null) {
                    $values[$period] = [$line => $value];
                }
            }
            $this->withZeros[$line] = clone $this;
            $this->withZeros[$line]->values = $values;
        }

        return $this->withZeros[$line];
    }

    /** The fact behind a value, or null if the value was completed. */
    public function fact(string $line, int $period): ?Fact
    {
        return $this->facts[$period][$line] ?? null;
    }

    /** How a value that nobody reported was filled: "total", "balance" or "zero". */
    public function completion(string $line, int $period): ?string
    {
        return $this->completed[$period][$line] ?? null;
    }

    /**
     * What one-off items changed in a line of a period.
     *
     * @return list<array{OneOff, float}>
     */
    public function adjustments(string $line, int $period): array
    {
        return $this->adjusted[$period][$line] ?? [];
    }

    public function hasPeriod(int $period): bool
    {
        return isset($this->values[$period]);
    }

    /** Day on which a period ended, by the calendar of the company; a fourth quarter ends with its year. */
    public function periodEnd(int $period): ?int
    {
        return $this->periodEnds[$period] ?? match ($period % 10) {
            4 => $this->periodEnds[$period - 4] ?? $this->periodEnds[$period + 3] ?? null,
            2 => $this->periodEnds[$period + 4] ?? null,
            default => null,
        };
    }

    /** New shares per old between a filing and the as-of day. */
    public function shareBasis(Fact $fact): float
    {
        return $this->basis->ratio($fact->filedOn);
    }

    /** Last fiscal year + current year to date − the same year to date a year before. */
    private function trailingFromYears(string $line, int $quarter): ?float
    {
        $year = $quarter - $quarter % 10;
        $last = $this->values[$year - 10][$line] ?? null;
        $now = $this->toDate($line, $quarter);
        $before = $this->toDate($line, $quarter - 10);

        return $last === null || $now === null || $before === null ? null : $last + $now - $before;
    }

    /** Flow from the start of a fiscal year to the end of a quarter. */
    private function toDate(string $line, int $quarter): ?float
    {
        if ($quarter % 10 === 2) {
            return $this->half($line, $quarter);
        }
        $sum = 0.0;
        for ($q = 1; $q <= $quarter % 10 && $sum !== null; $q++) {
            $value = $this->values[$quarter - $quarter % 10 + $q][$line] ?? null;
            $sum = $value === null ? null : $sum + $value;
        }

        return $sum;
    }
}
