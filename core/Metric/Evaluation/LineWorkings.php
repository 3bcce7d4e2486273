<?php

declare(strict_types=1);

namespace Logion\Metric\Evaluation;

use Logion\Figure\Absence;
use Logion\Figure\Figure;
use Logion\Figure\Numerals;
use Logion\Figure\Reason;
use Logion\Figure\Source;
use Logion\Figure\Unit;
use Logion\Figure\Words;
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
                $item->isPeriodAverage() ? Words::say('mean_of_four_quarters') : Words::say('sum_of_four_quarters'),
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
            Words::say('last_fiscal_year_this_year_to'),
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
                Words::say('as_reported'),
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
                    ($oneOff->note === '' ? Words::say('marked_as_a_one_off') : $oneOff->note).
                        ($oneOff->beforeTax ? Words::say('before_tax') : Words::say('after_tax')),
                ),
            );
        }

        return new Working(
            $item->label,
            Figure::of($value, $item->unit),
            Words::say('as_reported_less_one_off_items'),
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
                Words::say('sum_of_two_quarters'),
                $label,
                [$this->reported($item, $quarter - 1), $this->reported($item, $quarter)],
                null,
                $item->key,
            );
        }

        return new Working(
            $item->label,
            $figure,
            Words::say('the_year_its_first_half'),
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
            $split = $basis == 1.0 ? '' : sprintf(Words::say('put_on_the_share_basis_after'), $basis);

            return $fact->correction !== null
                ? Source::correction(
                    Words::say(
                        'corrected_by',
                        author: $fact->correction->author,
                        note: $fact->correction->note,
                        source: $fact->correction->source === '' ? '' : " ({$fact->correction->source})",
                    ),
                    Day::iso($fact->correction->madeOn),
                )
                : Source::filing(
                    ($this->scope->company->filings[$fact->filing] ?? Words::say('filing')).$split.$this->formerCurrency($item, $fact),
                    $day,
                    $fact->filing,
                );
        }

        return match ($this->scope->facts->completion($item->key, $period)) {
            DerivedTotals::ZERO => Source::total(Words::say('not_shown_in_a_statement_that')),
            DerivedTotals::BALANCE => Source::total(Words::say('the_one_missing_part_of_a')),
            DerivedTotals::DERIVED => Source::total(Words::say('not_reported_the_only_line_a')),
            default => Source::total(Words::say('not_reported_added_up_from_its')),
        };
    }

    /** That a report was made out in another currency, and how its figure was brought into that of now. */
    private function formerCurrency(LineItem $item, FiledFact $fact): string
    {
        $former = $this->scope->company->formerCurrency;
        $factor = $former?->factor($item->unit, $item->isOverTime(), $fact->period, $fact->filedOn) ?? 1.0;

        return $former === null || $factor === 1.0
            ? ''
            : Words::say(
                'reported_in_as_at_of',
                on: $former->on($fact->filedOn),
                decimal: Numerals::decimal($fact->value / $factor, $item->unit === Unit::Money ? 0 : 4),
                rate: $item->isOverTime() ? Words::say('the_mean_rate_of_its_months') : Words::say('the_rate_of_its_day'),
                decimal2: Numerals::decimal($factor, 4),
            );
    }

    /** A year of flows that ends earlier than the latest report says so. */
    private function trailingLabel(int $period, Moment $m): string
    {
        $latest = $this->scope->moments->period($m);

        return Words::say(
            'twelve_months_to',
            endLabel: $this->endLabel($period),
            remark: $latest !== null && $latest !== $period ? Words::say('the_last_fiscal_year_the_quarters') : '',
        );
    }

    /** The period of reports a moment means; null before the first report. */
    public function periodLabel(Moment $m): ?string
    {
        $period = $this->scope->moments->period($m);

        return match (true) {
            $period === null => null,
            $m->basis === 'trailing' => Words::say('twelve_months_to_2', endLabel: $this->endLabel($period)),
            default => $this->endLabel($period),
        };
    }

    private function endLabel(int $period): string
    {
        $end = $this->scope->facts->periodEnd($period);

        return FiscalPeriod::label($period).($end === null ? '' : ' ('.Day::iso($end).')');
    }
}
