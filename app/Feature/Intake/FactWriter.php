<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use App\Models\BreakdownFact;
use App\Models\Filing;
use App\Storage\BulkInsert;
use App\Storage\Filings;
use Logion\Figure\Unit;
use Logion\Intake\FiscalCalendar;
use Logion\Reporting\LineItems;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/**
 * Compares figures of a company with what is stored and, where it stores, writes those that are new as filings of their own.
 * Nothing stored is overwritten: a later figure is a restatement, and of two of the same day the one taken last counts.
 */
final class FactWriter
{
    private readonly ?BulkInsert $facts;

    private readonly ?BulkInsert $breakdowns;

    private readonly Filings $filings;

    private readonly Outcome $outcome;

    private readonly Mapping $mapping;

    public function __construct(private readonly ImportPass $pass)
    {
        $this->filings = new Filings();
        $this->outcome = $pass->outcome;
        $this->mapping = $pass->mapping;
        $importId = $pass->importId;
        $this->facts = $importId === null ? null : new BulkInsert('facts', ['company_id', 'filing_id', 'line', 'period', 'value']);
        $this->breakdowns =
            $importId === null
                ? null
                : new BulkInsert('breakdown_facts', ['company_id', 'filing_id', 'axis', 'member', 'line', 'unit', 'period', 'value']);
    }

    /**
     * @param  array<string, array{value: float, place: string, filed_on?: ?int, currency?: ?string}>  $figures  by "line@period"
     * @param  list<array{axis: string, member: string, line: string, unit: string, period: int, value: float, filed_on?: ?int,
     *     place?: string}>  $breakdowns
     */
    public function company(int $id, array $figures, array $breakdowns = []): void
    {
        $company = $this->pass->companies->read($id);
        $calendar = new FiscalCalendar($company->year_end);
        $this->facts?->flush();
        $stored = $this->filings->facts($id);
        $this->warnOfScaleAndShift($stored, $company->ticker, $figures);
        $filings = [];
        $changed = count($this->pass->companies->currencies($id)) > 1;
        foreach ($figures as $key => $figure) {
            [$line, $period] = explode('@', $key);
            $period = (int) $period;
            $assumed = ! isset($figure['filed_on']) && $this->mapping->filedOn === null;
            $filedOn =
                $figure['filed_on'] ??
                ($this->mapping->filedOn ??
                    Day::plus(
                        $calendar->end($period),
                        $period % 10 === 0 ? $this->mapping->filedAfter : intdiv($this->mapping->filedAfter, 2),
                    ));
            if ($filedOn < $calendar->end($period)) {
                $this->outcome->refuse(
                    $figure['place'],
                    FiscalPeriod::label($period).
                        ' ends on '.
                        Day::iso($calendar->end($period)).
                        ' and cannot have been public on '.
                        Day::iso($filedOn),
                );

                continue;
            }
            $filedOn =
                $changed && $assumed && $this->currency($id, $figure) === $company->currency
                    ? max($filedOn, $this->pass->companies->currencySince($id))
                    : $filedOn;
            if (
                $changed &&
                LineItems::all()[$line]->unit->isMoney() &&
                $this->currency($id, $figure) !== $this->pass->companies->currencyOn($id, $filedOn)
            ) {
                $this->outcome->refuse(
                    $figure['place'],
                    "The figure is in {$this->currency($id, $figure)}; reports filed on ".
                        Day::iso($filedOn).
                        " are in {$this->pass->companies->currencyOn($id, $filedOn)}",
                );

                continue;
            }
            [$status, $known, $filedOn] = $this->compare($stored[$key] ?? [], $figure['value'], $filedOn, $assumed, $line);
            $this->outcome->count($status, $id, $filedOn);
            if ($this->outcome->wantsExample($status)) {
                $this->outcome->example(
                    $status,
                    $company->ticker,
                    LineItems::all()[$line]->label.', '.FiscalPeriod::label($period),
                    $known,
                    $figure['value'],
                    $figure['place'],
                );
            }
            if ($status === 'new' || $status === 'changed' || ($status === 'conflict' && $this->mapping->conflicts === 'take')) {
                $filings[$filedOn][$period][] = [$line, $figure['value'], $status];
            }
        }
        $parts = $this->newBreakdowns($id, $company->ticker, $breakdowns, $calendar);
        if ($this->facts === null || $this->breakdowns === null) {
            return;
        }
        ksort($filings);
        $made = $filings === [] && $parts === [] ? [] : $this->made($id);
        foreach ($filings as $filedOn => $periods) {
            ksort($periods);
            foreach ($periods as $period => $lines) {
                $restates = in_array('changed', array_column($lines, 2), true) && ! in_array('new', array_column($lines, 2), true);
                $filing = $made["{$filedOn}@{$period}"] ??= $this->filing(
                    $id,
                    $restates ? 'restatement' : ($period % 10 === 0 ? 'annual' : 'quarterly'),
                    $period,
                    $calendar->end($period),
                    $filedOn,
                );
                foreach ($lines as [$line, $value]) {
                    $this->facts->add($id, $filing, $line, $period, $value);
                }
            }
        }
        foreach ($parts as [$part, $filedOn]) {
            $key = "{$filedOn}@{$part['period']}";
            $made[$key] ??= $this->filing(
                $id,
                $part['period'] % 10 === 0 ? 'annual' : 'quarterly',
                $part['period'],
                $calendar->end($part['period']),
                $filedOn,
            );
            $this->breakdowns->add(
                $id,
                $made[$key],
                $part['axis'],
                $part['member'],
                $part['line'],
                $part['unit'],
                $part['period'],
                $part['value'],
            );
        }
    }

    /**
     * The currency a figure is in: its own, else that of the file, else that of the reports of its day where the file names none.
     *
     * @param  array{filed_on?: ?int, currency?: ?string, value: float, place: string}  $figure
     */
    private function currency(int $company, array $figure): string
    {
        $filedOn = $figure['filed_on'] ?? $this->mapping->filedOn;

        return $figure['currency'] ??
            ($this->mapping->currency ??
                ($filedOn === null
                    ? $this->pass->companies->read($company)->currency
                    : $this->pass->companies->currencyOn($company, $filedOn)));
    }

    public function flush(): void
    {
        $this->facts?->flush();
        $this->breakdowns?->flush();
    }

    private function filing(int $company, string $kind, int $period, int $end, int $filedOn): int
    {
        $title = FiscalPeriod::label($period)." from {$this->pass->import->name}";

        return $this->filings->insert($company, $kind, $period, $end, $filedOn, $title, $this->pass->importId);
    }

    /** @return array<string, int> filings this import made of the company, by "day@period" */
    private function made(int $company): array
    {
        $made = [];
        foreach (Filing::query()->where(['company_id' => $company, 'import_id' => $this->pass->importId])->get() as $filing) {
            $made["{$filing->filed_on}@{$filing->period}"] = (int) $filing->id;
        }

        return $made;
    }

    /**
     * @param  list<array{int, float}>  $stored  filing day and value, ascending
     * @return array{'new'|'changed'|'same'|'conflict', ?float, int} status, the stored figure it was compared with, and the day it counts
     *     from
     */
    private function compare(array $stored, float $value, int $filedOn, bool $assumed, string $line): array
    {
        if ($stored === []) {
            return ['new', null, $filedOn];
        }
        // Amounts in thousands agree with exact ones if they round to them.
        $rounding =
            in_array(LineItems::all()[$line]->unit, [Unit::Money, Unit::Shares], true) && $this->mapping->scale > 1
                ? $this->mapping->scale / 2
                : 0.0;
        foreach ($stored as [, $known]) {
            if (abs($known - $value) <= max($rounding, 1e-12 * abs($known)) && ($assumed || count($stored) === 1)) {
                return ['same', $known, $filedOn];
            }
        }
        if ($assumed) {
            [$day, $known] = $stored[count($stored) - 1];

            return ['conflict', $known, max($day, $filedOn)];
        }
        $before = null;
        foreach ($stored as [$day, $known]) {
            if ($day === $filedOn && abs($known - $value) > max($rounding, 1e-12 * abs($known))) {
                return ['conflict', $known, $filedOn];
            }
            if ($day <= $filedOn) {
                $before = $known;
            }
        }

        return match (true) {
            $before === null => ['new', $stored[0][1], $filedOn],
            abs($before - $value) <= max($rounding, 1e-12 * abs($before)) => ['same', $before, $filedOn],
            default => ['changed', $before, $filedOn],
        };
    }

    /**
     * Points at figures that are a thousand times off the stored ones, or stand under a neighbouring year.
     *
     * @param  array<string, list<array{int, float}>>  $stored
     * @param  array<string, array{value: float, place: string}>  $figures
     */
    private function warnOfScaleAndShift(array $stored, string $ticker, array $figures): void
    {
        $known = [];
        foreach ($stored as $key => $values) {
            $known[$key] = $values[count($values) - 1][1];
        }
        $ratios = $shifted = [];
        foreach ($figures as $key => $figure) {
            [$line, $period] = explode('@', $key);
            if (! in_array(LineItems::all()[$line]->unit, [Unit::Money, Unit::Shares], true) || $figure['value'] == 0.0) {
                continue;
            }
            if (($known[$key] ?? 0.0) != 0.0) {
                $ratios[] = abs($known[$key] / $figure['value']);
            }
            foreach ([-10, 10] as $by) {
                $neighbour = $known[$line.'@'.((int) $period + $by)] ?? null;
                if (
                    $neighbour !== null &&
                    abs($neighbour - $figure['value']) <= max($this->mapping->scale / 2, 1e-9 * abs($neighbour)) &&
                    ($known[$key] ?? null) !== $neighbour
                ) {
                    $shifted[(int) $period][$by] = ($shifted[(int) $period][$by] ?? 0) + 1;
                }
            }
        }
        sort($ratios);
        $ratio = $ratios[intdiv(count($ratios), 2)] ?? 1.0;
        foreach ([1e3, 1e6, 1e-3, 1e-6] as $factor) {
            if (count($ratios) >= 3 && $ratio / $factor > 0.5 && $ratio / $factor < 2) {
                $this->outcome->warn(
                    "{$ticker}: the figures are about ".
                        number_format($factor >= 1 ? $factor : 1 / $factor).
                        ' times '.
                        ($factor > 1 ? 'smaller' : 'larger').
                        ' than those stored. '.
                        ($this->mapping->scale * $factor >= 1 && $this->mapping->scale * $factor <= 1e9
                            ? 'Choose the scale '.number_format($this->mapping->scale * $factor).'.'
                            : 'Check the scale.'),
                );
            }
        }
        foreach ($shifted as $period => $by) {
            foreach ($by as $shift => $count) {
                if ($count >= 4) {
                    $this->outcome->warn(
                        "{$ticker}: {$count} figures under ".
                            FiscalPeriod::label($period).
                            ' are those stored for '.
                            FiscalPeriod::label($period + $shift).
                            '. A column seems to be shifted.',
                    );
                }
            }
        }
    }

    /**
     * @param  list<array{axis: string, member: string, line: string, unit: string, period: int, value: float, filed_on?: ?int,
     *     place?: string}>  $breakdowns
     * @return list<array{array{axis: string, member: string, line: string, unit: string, period: int, value: float, filed_on?: ?int,
     *     place?: string}, int}> what is new, with the day it counts from
     */
    private function newBreakdowns(int $company, string $ticker, array $breakdowns, FiscalCalendar $calendar): array
    {
        if ($breakdowns === []) {
            return [];
        }
        $stored = [];
        foreach (BreakdownFact::inOrderOfFiling($company) as $part) {
            $stored["{$part->axis}|{$part->member}|{$part->line}|{$part->period}"] = (float) $part->value;
        }
        $new = [];
        foreach ($breakdowns as $part) {
            $filedOn =
                $part['filed_on'] ?? ($this->mapping->filedOn ?? Day::plus($calendar->end($part['period']), $this->mapping->filedAfter));
            $known = $stored["{$part['axis']}|{$part['member']}|{$part['line']}|{$part['period']}"] ?? null;
            $status = $known === null ? 'new' : (abs($known - $part['value']) <= 1e-12 * abs($known) ? 'same' : 'changed');
            $this->outcome->count($status, $company, $filedOn);
            $this->outcome->example(
                $status,
                $ticker,
                "{$part['member']}: {$part['line']}, ".FiscalPeriod::label($part['period']),
                $known,
                $part['value'],
                $part['place'] ?? '',
            );
            if ($status !== 'same') {
                $new[] = [$part, $filedOn];
            }
        }

        return $new;
    }
}
