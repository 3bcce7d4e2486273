<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use App\Models\BreakdownFact;
use App\Storage\BulkInsert;
use App\Storage\Filings;
use Logion\Figure\Numerals;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Intake\FiscalCalendar;
use Logion\Intake\Neighbours;
use Logion\Reporting\LineItems;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/**
 * Compares figures of a company with what is stored and, where it stores, writes those that are new as filings of their own.
 * Nothing stored is overwritten: a later figure is a restatement, and of two of the same day the one taken last counts.
 */
final class FactWriter
{
    /** In the title of a filing whose figures are differences of others. */
    private const BY_DIFFERENCE = ', by difference,';

    /** So many figures off or shifted are no coincidence. */
    private const MANY = 4;

    private const MOST_NAMED = 5;

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
     * @param  array<string, array{value: float, place: string, filed_on?: ?int, currency?: ?string, scale?: float,
     *     derived?: bool}>  $figures  by "line@period", with the scale they are rounded to and whether they are a difference of others
     * @param  list<array{axis: string, member: string, line: string, unit: string, period: int, value: float, filed_on?: ?int,
     *     place?: string}>  $breakdowns
     */
    public function company(int $id, array $figures, array $breakdowns = []): void
    {
        $company = $this->pass->companies->read($id);
        $calendar = $this->pass->calendar($id);
        $this->facts?->flush();
        $stored = $this->filings->facts($id);
        $known = Filings::latest($stored);
        $this->doubtScale($known, $company->ticker, $figures);
        $this->warnOfShift($known, $company->ticker, $figures);
        $filings = [];
        $changed = count($this->pass->companies->currencies($id)) > 1;
        $ends = [];
        foreach ($figures as $key => $figure) {
            [$line, $period] = explode('@', $key);
            $period = (int) $period;
            $end = $ends[$period] ??= $calendar->end($period);
            $filedOn = $figure['filed_on'] ?? $this->mapping->filedOn;
            $assumed = $filedOn === null;
            $filedOn ??= Day::plus($end, $period % 10 === 0 ? $this->mapping->filedAfter : intdiv($this->mapping->filedAfter, 2));
            if ($filedOn < $end) {
                $this->outcome->refuse(
                    $figure['place'],
                    Words::say(
                        'ends_on_and_cannot_have_been',
                        period: FiscalPeriod::label($period),
                        day: Day::iso($end),
                        day2: Day::iso($filedOn),
                    ),
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
                    Words::say(
                        'the_figure_is_in_reports_filed',
                        currency: $this->currency($id, $figure),
                        day: Day::iso($filedOn),
                        currencyOn: $this->pass->companies->currencyOn($id, $filedOn),
                    ),
                );

                continue;
            }
            [$status, $before, $filedOn] = isset($stored[$key])
                ? self::compare($stored[$key], $figure['value'], $filedOn, $assumed, $figure['scale'] ?? 1.0)
                : ['new', null, $filedOn];
            $this->outcome->count($status, $id, $filedOn);
            if ($this->outcome->wantsExample($status)) {
                $this->outcome->example(
                    $status,
                    $company->ticker,
                    LineItems::all()[$line]->label.', '.FiscalPeriod::label($period),
                    $before,
                    $figure['value'],
                    $figure['place'],
                );
            }
            if ($status === 'new' || $status === 'changed' || ($status === 'conflict' && $this->mapping->conflicts === 'take')) {
                $filings[$filedOn][$period.($figure['derived'] ?? false ? self::BY_DIFFERENCE : '')][] = [
                    $line,
                    $figure['value'],
                    $status,
                ];
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
            foreach ($periods as $slot => $lines) {
                $slot = (string) $slot;
                $period = (int) $slot;
                $restates = in_array('changed', array_column($lines, 2), true) && ! in_array('new', array_column($lines, 2), true);
                $filing = $made["{$filedOn}@{$slot}"] ??= $this->filing(
                    $id,
                    $restates ? 'restatement' : ($period % 10 === 0 ? 'annual' : 'quarterly'),
                    $period,
                    $calendar->end($period),
                    $filedOn,
                    $slot !== (string) $period,
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

    /** The filing of this import that tells of a period of a company, which is made where it is not there yet. */
    public function filed(int $company, int $period, int $filedOn): int
    {
        return $this->made($company)["{$filedOn}@{$period}"] ??
            $this->filing(
                $company,
                $period % 10 === 0 ? 'annual' : 'quarterly',
                $period,
                $this->pass->calendar($company)->end($period),
                $filedOn,
            );
    }

    /** The day from which what a file tells of a period counts: the one it names, or some time after the end. */
    public function filedOn(int $company, int $period, ?int $named): int
    {
        return $named ??
            ($this->mapping->filedOn ?? Day::plus($this->pass->calendar($company)->end($period), $this->mapping->filedAfter));
    }

    private function filing(int $company, string $kind, int $period, int $end, int $filedOn, bool $isDifference = false): int
    {
        $title = Words::say(
            'from_2',
            period: FiscalPeriod::label($period),
            how: $isDifference ? self::BY_DIFFERENCE : '',
            name: $this->pass->import->name,
        );

        return $this->filings->insert($company, $kind, $period, $end, $filedOn, $title, $this->pass->importId);
    }

    /** @return array<string, int> filings this import made of the company, by "day@period" */
    private function made(int $company): array
    {
        $made = [];
        foreach ($this->filings->ofImport((int) $this->pass->importId, $company) as $filing) {
            $slot = $filing['period'].(str_contains($filing['title'], self::BY_DIFFERENCE) ? self::BY_DIFFERENCE : '');
            $made["{$filing['filed_on']}@{$slot}"] = $filing['id'];
        }

        return $made;
    }

    /**
     * @param  non-empty-list<array{int, float}>  $stored  filing day and value, ascending
     * @return array{'new'|'changed'|'same'|'conflict', ?float, int} status, the stored figure it was compared with, and the day it counts
     *     from
     */
    private static function compare(array $stored, float $value, int $filedOn, bool $assumed, float $scale): array
    {
        // Amounts in thousands agree with exact ones if they round to them.
        $rounding = $scale > 1 ? $scale / 2 : 0.0;
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
     * Figures that are a thousand or a million times off those stored, or off other periods, are a doubt: as a whole the scale of
     * the file is wrong, one by one a cell is.
     *
     * @param  array<string, float>  $known
     * @param  array<string, array{value: float, place: string}>  $figures
     */
    private function doubtScale(array $known, string $ticker, array $figures): void
    {
        [$off, $compared] = Neighbours::off(
            self::amounts(array_map(static fn (array $one): float => $one['value'], $figures)),
            self::amounts($known),
        );
        $factors = array_count_values(array_map(static fn (array $one): string => (string) $one['factor'], $off));
        arsort($factors);
        $factor = (float) (array_key_first($factors) ?? 1.0);
        if (count($off) >= self::MANY && 2 * count($off) > $compared) {
            $scale = $this->mapping->scale;
            $this->outcome->doubt(
                'scale_off',
                Words::say(
                    'the_figures_are_about_times_than',
                    ticker: $ticker,
                    times: Numerals::times($factor),
                    remedy: $scale !== null && $scale / $factor >= 1 && $scale / $factor <= 1e9
                        ? Words::say('choose_the_scale_or_take_them', number: Numerals::decimal($scale / $factor))
                        : Words::say('check_the_scale_or_take_them'),
                ),
            );

            return;
        }
        $steady = array_filter(
            $off,
            static fn (string $key): bool => Neighbours::isSteady((string) strstr($key, '@', true)),
            ARRAY_FILTER_USE_KEY,
        );
        foreach (array_slice($steady, 0, self::MOST_NAMED, true) as $key => $one) {
            [$line, $period] = explode('@', $key);
            $this->outcome->doubt(
                'figure_off',
                Words::say(
                    'is_about_times_than_beside_it',
                    ticker: $ticker,
                    label: LineItems::all()[$line]->label,
                    period: FiscalPeriod::label((int) $period),
                    number: $this->number($one['value']),
                    place: $figures[$key]['place'],
                    times: Numerals::times($one['factor']),
                    near: $this->number($one['near']),
                ),
            );
        }
    }

    /**
     * @param  array<string, float>  $figures
     * @return array<string, float> those that are amounts or counts of shares
     */
    private static function amounts(array $figures): array
    {
        $lines = LineItems::all();
        $amounts = [];
        foreach ($figures as $key => $value) {
            $unit = ($lines[substr($key, 0, (int) strpos($key, '@'))] ?? null)?->unit;
            if ($unit === Unit::Money || $unit === Unit::Shares) {
                $amounts[$key] = $value;
            }
        }

        return $amounts;
    }

    private static function number(float $value): string
    {
        return Numerals::decimal($value, floor($value) === $value ? 0 : 2);
    }

    /**
     * Points at figures that stand under a neighbouring year.
     *
     * @param  array<string, float>  $known
     * @param  array<string, array{value: float, place: string, scale?: float}>  $figures
     */
    private function warnOfShift(array $known, string $ticker, array $figures): void
    {
        $shifted = $compared = [];
        foreach ($known === [] ? [] : $figures as $key => $figure) {
            [$line, $period] = explode('@', $key);
            if (! in_array(LineItems::all()[$line]->unit, [Unit::Money, Unit::Shares], true) || $figure['value'] == 0.0) {
                continue;
            }
            foreach ([-10, 10] as $by) {
                $neighbour = $known[$line.'@'.((int) $period + $by)] ?? null;
                $compared[(int) $period][$by] = ($compared[(int) $period][$by] ?? 0) + ($neighbour === null ? 0 : 1);
                if (
                    $neighbour !== null &&
                    abs($neighbour - $figure['value']) <= max(($figure['scale'] ?? 1.0) / 2, 1e-9 * abs($neighbour)) &&
                    ($known[$key] ?? null) !== $neighbour
                ) {
                    $shifted[(int) $period][$by] = ($shifted[(int) $period][$by] ?? 0) + 1;
                }
            }
        }
        foreach ($shifted as $period => $by) {
            foreach ($by as $shift => $count) {
                // Some figures stay the same from year to year; most do not.
                if ($count >= self::MANY && 2 * $count > $compared[$period][$shift]) {
                    $this->outcome->doubt(
                        'shifted',
                        Words::say(
                            'figures_under_are_those_stored_for',
                            ticker: $ticker,
                            count: $count,
                            period: FiscalPeriod::label($period),
                            period2: FiscalPeriod::label($period + $shift),
                        ),
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
            $filedOn = $this->filedOn($company, $part['period'], $part['filed_on'] ?? null);
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
