<?php

declare(strict_types=1);

namespace Logion\Metric\Company;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\Moment;
use Logion\Reporting\FactSheet;
use Logion\Reporting\FiledFact;
use Logion\Reporting\LineItem;
use Logion\Reporting\LineKind;
use Logion\Reporting\ReportingModel;
use Logion\Time\FiscalPeriod;

/** Lines of the statements of a company at a moment, and why one has no value. */
final class StatementFigures
{
    /** @var array<string, array<string, Absence>> by cause, and line or label, shared by all companies: they lack the same lines */
    private static array $absences = [];

    public function __construct(
        private readonly FactSheet $facts,
        private readonly FiscalMoments $moments,
        private readonly ReportingModel $template,
    ) {
    }

    /**
     * Value of a statement line at a moment, in the reporting currency.
     *
     * @param  bool  $zeroIfAbsent  whether a line that a statement's totals show to be none counts as zero
     */
    public function line(LineItem $item, Moment $moment, bool $zeroIfAbsent = false): float|Absence
    {
        $period =
            $moment->basis === 'trailing' && $item->isOverTime() ? $this->moments->flowPeriod($moment) : $this->moments->period($moment);
        if ($period === null) {
            return $this->absentLine($item, null);
        }
        $facts = $zeroIfAbsent ? $this->facts->withZeros($item->key) : $this->facts;
        if ($moment->basis === 'annual') {
            $value = $facts->value($item->key, $period);
        } elseif ($item->kind === LineKind::Instant) {
            $value = $facts->instant($item->key, $period);
        } elseif ($moment->basis === 'quarter') {
            // Who reports half years only has its latest half in place of a quarter.
            $value =
                $item->kind === LineKind::Duration
                    ? $facts->value($item->key, $period) ?? ($facts->reportsHalfYears() ? $facts->half($item->key, $period) : null)
                    : $facts->instant($item->key, $period);
        } elseif ($item->isPeriodAverage()) {
            $value = $this->averageOfQuarters($item->key, $period);
        } else {
            $value = $item->kind === LineKind::Count ? $facts->latestCount($item->key, $period) : $facts->trailing($item->key, $period);
        }

        return $value ?? $this->absentLine($item, $period);
    }

    /** Why a line has no value in a period; null if nothing was reported at all. */
    public function absentLine(LineItem $item, ?int $period): Absence
    {
        if ($period === null) {
            return self::$absences['none'][''] ??= Absence::of(Reason::NoReport);
        }
        if (! $item->fits($this->template)) {
            return $this->doesNotFit($item->label);
        }
        $first = $this->facts->firstYear();

        return $first !== null && FiscalPeriod::fiscalYear($period) < $first
            ? (self::$absences['early'][$item->key] ??= Absence::of(Reason::ReportsTooYoung, $item->label))
            : (self::$absences['line'][$item->key] ??= Absence::of(Reason::LineNotReported, $item->label));
    }

    private function averageOfQuarters(string $line, int $quarter): ?float
    {
        if ($quarter % 10 === 4 && ($year = $this->facts->value($line, $quarter - 4)) !== null) {
            return $year;
        }
        $sum = 0.0;
        for ($i = 0; $i < 4; $i++) {
            $value = $this->facts->value($line, FiscalPeriod::shiftQuarters($quarter, -$i));
            if ($value === null) {
                return null;
            }
            $sum += $value;
        }

        return $sum / 4;
    }

    /** The reported fact behind a line at a moment, for the working; null for sums and completed totals. */
    public function fact(LineItem $item, int $period): ?FiledFact
    {
        return $this->facts->fact($item->key, $period) ?? ($period % 10 === 4 ? $this->facts->fact($item->key, $period - 4) : null);
    }

    public function doesNotFit(string $label): Absence
    {
        return self::$absences[$this->template->value][$label] ??= Absence::of(
            Reason::NotApplicableToBusiness,
            $label,
            $this->template->label(),
        );
    }
}
