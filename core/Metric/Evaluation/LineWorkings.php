<?php

declare(strict_types=1);

namespace Logion\Metric\Evaluation;

use Logion\Figure\Absence;
use Logion\Figure\Figure;
use Logion\Figure\Numerals;
use Logion\Figure\Reason;
use Logion\Figure\Source;
use Logion\Figure\Unit;
use Logion\Figure\Working;
use Logion\Formula\Moment;
use Logion\Metric\CompanyScope;
use Logion\Reporting\DerivedTotals;
use Logion\Reporting\FiledFact;
use Logion\Reporting\LineItem;
use Logion\Reporting\LineItems;
use Logion\Reporting\LineKind;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/** Tells where a line of the statements comes from: the filing, the quarters or years it was put together of, one-off items taken out. */
final class LineWorkings
{
    public function __construct(private readonly CompanyScope $scope)
    {
    }

    /** A line at a moment: of a year, of a quarter, or of twelve months. */
    public function line(LineItem $item, Moment $m): Working
    {
        $value = $this->scope->line($item, $m);
        $figure = Figure::of($value, $item->unit);
        $flow = $m->basis === 'trailing' && $item->isOverTime();
        $period = $flow ? $this->scope->moments->flowPeriod($m) : $this->scope->moments->period($m);
        $label = $flow && $period !== null ? $this->trailingLabel($period, $m) : $this->periodLabel($m) ?? Day::iso($this->scope->asOf);
        if ($period === null || $value instanceof Absence) {
            return new Working($item->label, $figure, null, $label, key: $item->key);
        }
        if ($flow && ($period % 10 !== 4 || $this->scope->facts->value($item->key, $period - 4) === null)) {
            return $this->trailing($item, $period, $figure, $label);
        }
        $single = $m->basis === 'trailing' && $period % 10 === 4 && $item->kind !== LineKind::Instant ? $period - 4 : $period;

        return $this->adjusted($item, $single, $label) ??
            new Working($item->label, $figure, null, $label, $this->parts($item, $single), $this->source($item, $single), $item->key);
    }

    /** Flows of a year that ends between two year ends, as they were put together. */
    private function trailing(LineItem $item, int $period, Figure $figure, string $label): Working
    {
        $quarters = array_map(static fn (int $back): int => FiscalPeriod::shiftQuarters($period, -$back), [3, 2, 1, 0]);
        if (array_filter($quarters, fn (int $quarter): bool => $this->scope->facts->value($item->key, $quarter) === null) === []) {
            return new Working(
                $item->label,
                $figure,
                $item->isPeriodAverage() ? 'mean of four quarters' : 'sum of four quarters',
                $label,
                array_map(fn (int $quarter): Working => $this->reported($item, $quarter), $quarters),
                key: $item->key,
            );
        }
        $year = $period - ($period % 10);
        $toDate = fn (int $year): array => $period % 10 === 2 &&
        $this->scope->facts->value($item->key, $year + FiscalPeriod::FIRST_HALF) !== null
            ? [$this->reported($item, $year + FiscalPeriod::FIRST_HALF)]
            : array_map(fn (int $quarter): Working => $this->reported($item, $year + $quarter), range(1, $period % 10));

        return new Working(
            $item->label,
            $figure,
            'last fiscal year + this year to date − the same a year before',
            $label,
            [$this->reported($item, $year - 10), ...$toDate($year), ...$toDate($year - 10)],
            key: $item->key,
        );
    }

    /** A line from which one-off items were taken: as reported, and each item. Null where none was. */
    private function adjusted(LineItem $item, int $period, string $label): ?Working
    {
        $adjustments = $this->scope->facts->adjustments($item->key, $period);
        $value = $this->scope->facts->instant($item->key, $period);
        if ($adjustments === [] || $value === null) {
            return null;
        }
        $children = [
            new Working(
                'As reported',
                Figure::of($value - array_sum(array_column($adjustments, 1)), $item->unit),
                null,
                $label,
                $this->parts($item, $period),
                $this->source($item, $period),
            ),
        ];
        foreach ($adjustments as [$oneOff, $change]) {
            $children[] = new Working(
                'One-off: '.LineItems::all()[$oneOff->line]->label,
                Figure::of($change, $item->unit),
                null,
                $label,
                [],
                Source::assumption(
                    ($oneOff->note === '' ? 'Marked as a one-off' : $oneOff->note).
                        ($oneOff->beforeTax ? ', before tax.' : ', after tax.'),
                ),
            );
        }

        return new Working(
            $item->label,
            Figure::of($value, $item->unit),
            'as reported less one-off items',
            $label,
            $children,
            null,
            $item->key,
        );
    }

    /** A flow of half a year, as reported or as it was put together. */
    public function half(LineItem $item, int $quarter): Working
    {
        $facts = $this->scope->facts;
        $year = $quarter - ($quarter % 10);
        $half = $year + ($quarter % 10 === 2 ? FiscalPeriod::FIRST_HALF : FiscalPeriod::SECOND_HALF);
        $label = 'H'.intdiv($quarter % 10, 2).' '.intdiv($quarter, 10);
        if ($facts->value($item->key, $half) !== null) {
            return $this->reported($item, $half);
        }
        $figure = Figure::of($facts->half($item->key, $quarter) ?? Absence::of(Reason::LineNotReported, $item->label), $item->unit);
        if (! $figure->isKnown()) {
            return new Working($item->label, $figure, null, $label, key: $item->key);
        }
        if ($facts->value($item->key, $quarter) !== null && $facts->value($item->key, $quarter - 1) !== null) {
            return new Working(
                $item->label,
                $figure,
                'sum of two quarters',
                $label,
                [$this->reported($item, $quarter - 1), $this->reported($item, $quarter)],
                null,
                $item->key,
            );
        }

        return new Working(
            $item->label,
            $figure,
            'the year − its first half',
            $label,
            [$this->reported($item, $year), $this->half($item, $quarter - 2)],
            null,
            $item->key,
        );
    }

    /** A line of one period with its source. */
    public function reported(LineItem $item, int $period): Working
    {
        // A balance at the end of a fourth quarter is the year's; a flow of the year is none of the quarter.
        $value =
            $item->kind === LineKind::Duration
                ? $this->scope->facts->value($item->key, $period)
                : $this->scope->facts->instant($item->key, $period);
        $figure = Figure::of($value ?? Absence::of(Reason::LineNotReported, $item->label), $item->unit);

        return $this->adjusted($item, $period, $this->endLabel($period)) ??
            new Working(
                $item->label,
                $figure,
                null,
                $this->endLabel($period),
                $value === null ? [] : $this->parts($item, $period),
                $value === null ? null : $this->source($item, $period),
                $item->key,
            );
    }

    /**
     * The parts of a total nobody reported.
     *
     * @return list<Working>
     */
    private function parts(LineItem $item, int $period): array
    {
        $template = $this->scope->company->template;
        if ($this->scope->facts->completion($item->key, $period) !== DerivedTotals::TOTAL) {
            return [];
        }
        $parts = [];
        foreach ($item->rules[$template->value][0] ?? [] as [, $part]) {
            if ($this->scope->facts->value($part, $period) !== null) {
                $parts[] = $this->reported(LineItems::all()[$part], $period);
            }
        }

        return $parts;
    }

    private function source(LineItem $item, int $period): Source
    {
        $fact = $this->scope->statements->fact($item, $period);
        if ($fact !== null) {
            $day = Day::iso($fact->filedOn);
            $basis = $item->unit === Unit::Money ? 1.0 : $this->scope->facts->shareBasis($fact);
            $split = $basis == 1.0 ? '' : sprintf(', put on the share basis after a split of %g', $basis);

            return $fact->correction !== null
                ? Source::correction(
                    "Corrected by {$fact->correction->author}: {$fact->correction->note}".
                        ($fact->correction->source === '' ? '' : " ({$fact->correction->source})"),
                    Day::iso($fact->correction->madeOn),
                )
                : Source::filing(
                    ($this->scope->company->filings[$fact->filing] ?? 'Filing').$split.$this->formerCurrency($item, $fact),
                    $day,
                    $fact->filing,
                );
        }

        return match ($this->scope->facts->completion($item->key, $period)) {
            DerivedTotals::ZERO => Source::total('Not shown in a statement that would show it: zero.'),
            DerivedTotals::BALANCE => Source::total('The one missing part of a reported total.'),
            DerivedTotals::DERIVED => Source::total('Not reported; the only line a total lacks, so the total determines it.'),
            default => Source::total('Not reported; added up from its parts.'),
        };
    }

    /** That a report was made out in another currency, and how its figure was brought into that of now. */
    private function formerCurrency(LineItem $item, FiledFact $fact): string
    {
        $former = $this->scope->company->formerCurrency;
        $factor = $former?->factor($item->unit, $item->isOverTime(), $fact->period, $fact->filedOn) ?? 1.0;

        return $former === null || $factor === 1.0
            ? ''
            : sprintf(
                ', reported in %s as %s, at %s of %s',
                $former->on($fact->filedOn),
                Numerals::decimal($fact->value / $factor, $item->unit === Unit::Money ? 0 : 4),
                $item->isOverTime() ? 'the mean rate of its months' : 'the rate of its day',
                Numerals::decimal($factor, 4),
            );
    }

    /** A year of flows that ends earlier than the latest report says so. */
    private function trailingLabel(int $period, Moment $m): string
    {
        $latest = $this->scope->moments->period($m);

        return 'twelve months to '.
            $this->endLabel($period).
            ($latest !== null && $latest !== $period
                ? ', the last fiscal year: the quarters since do not make up a year with those before'
                : '');
    }

    /** The period of reports a moment means; null before the first report. */
    public function periodLabel(Moment $m): ?string
    {
        $period = $this->scope->moments->period($m);

        return match (true) {
            $period === null => null,
            $m->basis === 'trailing' => 'twelve months to '.$this->endLabel($period),
            default => $this->endLabel($period),
        };
    }

    private function endLabel(int $period): string
    {
        $end = $this->scope->facts->periodEnd($period);

        return FiscalPeriod::label($period).($end === null ? '' : ' ('.Day::iso($end).')');
    }
}
