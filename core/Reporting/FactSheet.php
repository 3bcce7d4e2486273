<?php

declare(strict_types=1);

namespace Logion\Reporting;

use Logion\Market\CorporateActions;
use Logion\Reporting\Adjustment\NonRecurringItem;
use Logion\Reporting\Adjustment\NonRecurringItems;
use Logion\Time\FiscalPeriod;

/**
 * What was publicly known of a company's accounts on a day: per line and period the latest figure filed by then, corrections
 * first, totals completed, and counts and per-share figures put on the share basis of that day.
 */
final class FactSheet
{
    /** Lines on a share basis, and whether they are counts; the others are amounts per share. */
    private const ON_SHARE_BASIS = [
        'earnings_per_share_basic' => false,
        'earnings_per_share_diluted' => false,
        'dividends_per_share' => false,
        'basic_shares_average' => true,
        'diluted_shares_average' => true,
        'shares_outstanding_period_end' => true,
    ];

    /** One of these is in every statement of flows. */
    private const FLOWS_EVERYBODY_REPORTS = ['net_income', 'revenue', 'operating_cash_flow'];

    /** @var array<int, array<string, float>> by period, then line; a period that is pending has none */
    private array $values = [];

    /** @var array<int, list<FiledPeriod>> what filings say of a period; the first that tells a line counts */
    private array $filed = [];

    /** @var array<int, array<string, FiledFact>> by period and line, before what was filed */
    private array $corrections = [];

    /** @var array<int, array<string, string>> lines that were completed: "total", "balance" or "zero" */
    private array $completed = [];

    /**
     * Periods nobody has asked for yet: completed when first read, or taken over from a sheet that sees the same of them.
     *
     * @var array<int, self|null> null for those to be completed
     */
    private array $pending = [];

    /** Of which line alone this sheet tells, with zero where its statement shows it to be none, and of whose statements. */
    private ?string $zeroLine = null;

    private ?self $statements = null;

    /** @var array<string, true|float>|null lines reported in some period, whatever the value; null until they are asked for */
    private ?array $used = null;

    /** @var array<int, array<string, list<array{NonRecurringItem, float}>>> what one-off items changed, by period and line */
    private array $adjusted = [];

    private readonly ShareBasis $basis;

    /** @var list<int> with a report, ascending */
    private array $periods;

    private ?int $latestYear = null;

    private ?int $latestQuarter = null;

    /** 0 where there is none. */
    private ?int $latestTrailing = null;

    /** Day on which the next fact becomes public. */
    private int $nextFiling = PHP_INT_MAX;

    /**
     * @param  FiledFacts|list<FiledFact>  $facts  in any order
     * @param  array<int, int>  $periodEnds  day YYYYMMDD by period
     * @param  FactSheet|null  $earlier  of the same facts on an earlier day; only what was filed since is worked in
     */
    public function __construct(
        public readonly ReportingModel $template,
        FiledFacts|array $facts,
        private readonly array $periodEnds,
        public readonly int $asOf,
        private readonly CorporateActions $actions = new CorporateActions(),
        ?self $earlier = null,
        public readonly Version $version = Version::Restated,
        private readonly ?NonRecurringItems $oneOffs = null,
    ) {
        $since = 0;
        if ($earlier !== null && $earlier->asOf <= $asOf && count($earlier->actions->splits) === count($actions->splits)) {
            $since = $earlier->asOf;
            $this->values = $earlier->values;
            $this->filed = $earlier->filed;
            $this->corrections = $earlier->corrections;
            $this->completed = $earlier->completed;
            $this->adjusted = $earlier->adjusted;
            $this->used = $earlier->used();
            $this->pending = array_fill_keys(array_keys($earlier->pending), $earlier);
        }
        $usedBefore = $this->used;
        $facts = $facts instanceof FiledFacts ? $facts : FiledFacts::of($facts);
        $this->basis = new ShareBasis($facts, $actions, $asOf);
        $touched = [];
        foreach ($facts->filed as $filed) {
            if ($filed->filedOn > $asOf) {
                $this->nextFiling = min($this->nextFiling, $filed->filedOn);
                break;
            }
            if ($filed->filedOn > $since) {
                $before = $this->filed[$filed->period] ?? [];
                $this->filed[$filed->period] = $version === Version::FirstReported ? [...$before, $filed] : [$filed, ...$before];
                $touched[$filed->period] = true;
                if ($this->used !== null) {
                    $this->used += $filed->values;
                }
            }
        }
        foreach ($version === Version::FirstReported ? [] : $facts->corrections as $fact) {
            if ($fact->filedOn > $asOf) {
                $this->nextFiling = min($this->nextFiling, $fact->filedOn);
                break;
            }
            if ($fact->filedOn > $since) {
                $this->corrections[$fact->period][$fact->line] = $fact;
                if ($this->used !== null) {
                    $this->used[$fact->line] = true;
                }
                $touched[$fact->period] = true;
            }
        }
        $this->periods = array_keys($this->filed + $this->corrections);
        sort($this->periods);
        // A line reported for the first time may be what another period lacks.
        foreach (count($this->used ?? []) > count($usedBefore ?? []) ? $this->periods : array_keys($touched) as $period) {
            $this->pending[$period] = null;
            unset($this->values[$period]);
        }
        foreach ($this->periods as $period) {
            if ($period % 10 === 0) {
                $this->latestYear = FiscalPeriod::fiscalYear($period);
            }
            $this->latestQuarter = max($this->latestQuarter ?? 0, FiscalPeriod::lastQuarter($period));
        }
    }

    /** Makes a period ready that was not asked for before. */
    private function settle(int $period): void
    {
        $from = $this->pending[$period];
        unset($this->pending[$period]);
        if ($from === null) {
            $this->complete($period);

            return;
        }
        $this->values[$period] = $from->row($period);
        $this->completed[$period] = $from->completed[$period];
        $this->adjusted[$period] = $from->adjusted[$period];
    }

    /** @return array<string, float> */
    private static function withZero(self $statements, string $line, int $period): array
    {
        $value = $statements->row($period)[$line] ?? null;
        if ($value === null && ($statements->completed[$period][$line] ?? null) === DerivedTotals::ABSENT) {
            $value = 0.0;
        }

        return $value === null ? [] : [$line => $value];
    }

    /** @return array<string, true|float> */
    private function used(): array
    {
        if ($this->used === null) {
            $used = $shapes = [];
            foreach ($this->filed as $ofPeriod) {
                foreach ($ofPeriod as $filed) {
                    if (! isset($shapes[$filed->shape])) {
                        $shapes[$filed->shape] = true;
                        $used += $filed->values;
                    }
                }
            }
            foreach ($this->corrections as $lines) {
                $used += array_fill_keys(array_keys($lines), true);
            }
            $this->used = $used;
        }

        return $this->used;
    }

    /** Values of a period from its facts: on the share basis of the day, totals completed. */
    private function complete(int $period): void
    {
        $values = $struck = [];
        $shape = '';
        foreach ($this->filed[$period] ?? [] as $filed) {
            // Most periods are told by one filing, whose values are not copied then.
            $values = $values === [] ? $filed->values : $values + $filed->values;
            $shape = $shape === '' ? $filed->shape : "{$shape}, {$filed->shape}";
        }
        foreach ($this->corrections[$period] ?? [] as $line => $fact) {
            $shape = null;
            $values[$line] = $fact->value;
            if (is_nan($fact->value)) {
                unset($values[$line]);
                $struck[$line] = true;
            }
        }
        $ratios = [];
        foreach ($this->actions->splits === [] ? [] : self::ON_SHARE_BASIS as $line => $isCount) {
            if (isset($values[$line])) {
                $filedOn = $this->filedOn($line, $period) ?? 0;
                $ratio = $ratios[$filedOn] ??= $this->basis->ratio($filedOn);
                $values[$line] = $isCount ? $values[$line] * $ratio : $values[$line] / $ratio;
            }
        }
        $this->completed[$period] = DerivedTotals::fill($values, $this->template, $this->used(...), $struck, $shape);
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
        return $this->periods === [] ? null : FiscalPeriod::fiscalYear($this->periods[0]);
    }

    /** @return list<int> periods with a report, ascending: years, or quarters */
    public function periods(bool $quarters = false): array
    {
        return array_values(
            array_filter($this->periods, static fn (int $period): bool => $quarters ? FiscalPeriod::isQuarter($period)
                : $period % 10 === 0),
        );
    }

    /** Value of a line in a period; balances of a fourth quarter are those of the year. */
    public function value(string $line, int $period): ?float
    {
        return ($this->values[$period] ?? $this->row($period))[$line] ?? null;
    }

    /** @return array<string, float> every line of a period */
    public function row(int $period): array
    {
        if (isset($this->values[$period])) {
            return $this->values[$period];
        }
        if ($this->statements !== null && $this->zeroLine !== null) {
            return $this->values[$period] = self::withZero($this->statements, $this->zeroLine, $period);
        }
        if (array_key_exists($period, $this->pending)) {
            $this->settle($period);
        }

        // Who asks for a period nobody reported asks again.
        return $this->values[$period] ??= [];
    }

    public function instant(string $line, int $quarter): ?float
    {
        return $this->value($line, $quarter) ?? ($quarter % 10 === 4 ? $this->value($line, $quarter - 4) : null);
    }

    /** The latest known count at or before a quarter, at most a year old: some are only published once a year. */
    public function latestCount(string $line, int $quarter): ?float
    {
        for ($i = 0; $i < 4; $i++) {
            $value = $this->instant($line, FiscalPeriod::shiftQuarters($quarter, -$i));
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
        $year = $quarter % 10 === 4 ? $this->value($line, $quarter - 4) : null;
        if ($year !== null) {
            return $year;
        }
        $sum = 0.0;
        for ($i = 0; $i < 4; $i++) {
            $value = $this->value($line, FiscalPeriod::shiftQuarters($quarter, -$i));
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

        return FiscalPeriod::quarter($this->latestYear, 4);
    }

    /** Flow of the half year that ends with a second or fourth quarter: as reported, else from quarters, or from the year. */
    public function half(string $line, int $quarter): ?float
    {
        $year = $quarter - ($quarter % 10);
        $reported = $this->value($line, $year + ($quarter % 10 === 2 ? FiscalPeriod::FIRST_HALF : FiscalPeriod::SECOND_HALF));
        if ($reported !== null) {
            return $reported;
        }
        $last = $this->value($line, $quarter);
        $first = $this->value($line, $quarter - 1);
        if ($last !== null && $first !== null) {
            return $last + $first;
        }
        $whole = $this->value($line, $year);
        $other = $quarter % 10 === 4 ? $this->half($line, $quarter - 2) : null;

        return $whole === null || $other === null ? null : $whole - $other;
    }

    /** Whether the latest interim report is one of half a year. */
    public function reportsHalfYears(): bool
    {
        $latest = $this->latestQuarter ?? 0;
        $year = $latest - ($latest % 10);

        return $this->value('revenue', $latest) === null &&
            ($this->hasPeriod($year + FiscalPeriod::FIRST_HALF) || $this->hasPeriod($year + FiscalPeriod::SECOND_HALF));
    }

    /** @return list<int> the quarters with which half years end whose flows are known */
    public function halfYears(): array
    {
        $ends = [];
        foreach ($this->periods as $period) {
            $quarter = FiscalPeriod::lastQuarter($period);
            if ($quarter % 2 === 0 && $this->half('revenue', $quarter) !== null) {
                $ends[$quarter] = true;
            }
        }
        ksort($ends);

        return array_keys($ends);
    }

    /**
     * The accounts of one line alone, with zero where a statement's own totals show it to be none, though it is not disclosed by itself.
     */
    public function withZeros(string $line): self
    {
        $zeros = clone $this;
        $zeros->zeroLine = $line;
        $zeros->statements = $this;
        $zeros->values = [];

        return $zeros;
    }

    /** The fact behind a value, or null if the value was completed. */
    public function fact(string $line, int $period): ?FiledFact
    {
        if (isset($this->corrections[$period][$line])) {
            return $this->corrections[$period][$line];
        }
        foreach ($this->filed[$period] ?? [] as $filed) {
            if (isset($filed->values[$line])) {
                return $filed->fact($line);
            }
        }

        return null;
    }

    /** Whether a filing or a correction tells a line of a period. */
    public function isReported(string $line, int $period): bool
    {
        return $this->filedOn($line, $period) !== null;
    }

    /** Day on which the figure of a line in a period that counts became public; null where nothing tells it. */
    private function filedOn(string $line, int $period): ?int
    {
        if (isset($this->corrections[$period][$line])) {
            return $this->corrections[$period][$line]->filedOn;
        }
        foreach ($this->filed[$period] ?? [] as $filed) {
            if (isset($filed->values[$line])) {
                return $filed->filedOn;
            }
        }

        return null;
    }

    /** @return array<string, float> the values of a period whose lines a filing or a correction tells */
    public function reported(int $period): array
    {
        $told = $this->corrections[$period] ?? [];
        foreach ($this->filed[$period] ?? [] as $filed) {
            $told += $filed->values;
        }

        return array_intersect_key($this->row($period), $told);
    }

    /** How a value that nobody reported was filled: "total", "balance" or "zero". */
    public function completion(string $line, int $period): ?string
    {
        $this->row($period);

        return $this->completed[$period][$line] ?? null;
    }

    /**
     * What one-off items changed in a line of a period.
     *
     * @return list<array{NonRecurringItem, float}>
     */
    public function adjustments(string $line, int $period): array
    {
        $this->row($period);

        return $this->adjusted[$period][$line] ?? [];
    }

    public function hasPeriod(int $period): bool
    {
        return isset($this->filed[$period]) || isset($this->corrections[$period]);
    }

    /** Day on which a period ended, by the calendar of the company; a fourth quarter ends with its year. */
    public function periodEnd(int $period): ?int
    {
        return $this->periodEnds[$period] ??
            match ($period % 10) {
                4 => $this->periodEnds[$period - 4] ?? ($this->periodEnds[$period + 3] ?? null),
                2 => $this->periodEnds[$period + 4] ?? null,
                default => null,
            };
    }

    /** New shares per old between a filing and the as-of day. */
    public function shareBasis(FiledFact $fact): float
    {
        return $this->basis->ratio($fact->filedOn);
    }

    /** Last fiscal year + current year to date − the same year to date a year before. */
    private function trailingFromYears(string $line, int $quarter): ?float
    {
        $year = $quarter - ($quarter % 10);
        // Most lines that are asked for here are told in no year.
        $last = $this->value($line, $year - 10);
        $now = $last === null ? null : $this->toDate($line, $quarter);
        $before = $now === null ? null : $this->toDate($line, $quarter - 10);

        return $before === null ? null : $last + $now - $before;
    }

    /** Flow from the start of a fiscal year to the end of a quarter. */
    private function toDate(string $line, int $quarter): ?float
    {
        if ($quarter % 10 === 2) {
            return $this->half($line, $quarter);
        }
        $sum = 0.0;
        for ($q = 1; $q <= $quarter % 10 && $sum !== null; $q++) {
            $value = $this->value($line, $quarter - ($quarter % 10) + $q);
            $sum = $value === null ? null : $sum + $value;
        }

        return $sum;
    }
}
