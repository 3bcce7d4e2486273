<?php

declare(strict_types=1);

namespace Simulation\Disclosure;

use Logion\Figure\Unit;
use Logion\Reporting\FormerCurrency;
use Logion\Reporting\LineItems;
use Logion\Reporting\LineKind;
use Simulation\Analysts\Record;
use Simulation\Calendar;
use Simulation\Company\Charter;
use Simulation\Subject;
use Simulation\Wire;

/** Reports a company files: quarters, years made of their quarters, and what it has to tell anew. */
final class Reports
{
    /** Quarters are told one by one from this fiscal year on. */
    private const FIRST_QUARTERLY_YEAR = 2019;

    /** Lines that are told for years only. */
    private const YEARLY = ['employees', 'lettable_area', 'occupied_area'];

    /** Each company has so many numbers for its filings. */
    private const FILINGS_A_COMPANY = 1000;

    /** @var array<int, array{array<string, int|float>, int}> lines and last day of the quarters of the year that is under way */
    private array $year = [];

    /** @var array<int, array{revenue: int|float, operating_income: int|float}> what of them a business made that is owned, in thousands */
    private array $owned = [];

    /** @var array<int, array<string, int|float>> years that are to be restated, by fiscal year */
    private array $kept = [];

    /** What was told of quarters of one whose year will end otherwise, by period. @var array<int, array{array<string, int|float>, int}> */
    private array $history = [];

    private const OWNED = ['revenue' => 'revenue', 'operating_income' => 'operating_income'];

    private int $filings = 0;

    private readonly Segments $segments;

    private readonly Exposures $exposures;

    private readonly LetBuildings $buildings;

    public function __construct(private readonly Charter $charter)
    {
        $this->segments = new Segments($charter);
        $this->exposures = new Exposures($charter);
        $this->buildings = new LetBuildings($charter);
    }

    /**
     * Files a quarter, and with the fourth the year.
     *
     * @param  array<string, int|float>  $lines  thousands, in the shares of the end of the quarter
     * @param  list<array{int, float}>  $splits  ex-date, new shares per old
     * @param  float  $price  in the market of its goods, relative to prices in general
     * @param  array<string, int|float>|null  $own  what it would tell without a business it owns; null where it owns none
     */
    public function file(
        Wire $wire,
        int $minute,
        int $period,
        array $lines,
        array $splits,
        ?FormerCurrency $former,
        float $price,
        ?array $own,
    ): void {
        $year = intdiv($period, 10);
        $end = Calendar::quarterEnd($year, $period % 10, $this->charter->yearEndMonth);
        $this->year[$period % 10] = [$lines, $end];
        if (isset($this->charter->events['new_year_end'])) {
            $this->history[$period] = [$lines, $end];
        }
        if ($own !== null) {
            $this->owned[$period % 10] = [
                'revenue' => $lines['revenue'] - $own['revenue'],
                'operating_income' => $lines['operating_income'] - $own['operating_income'],
            ];
        }
        $isPublic = ($this->charter->events['missing_year'] ?? null) !== $year;
        if ($period % 10 !== 4) {
            if ($isPublic && $year >= self::FIRST_QUARTERLY_YEAR) {
                $facts = $this->facts(
                    $period,
                    $this->inSharesOf($wire->day, $end, array_diff_key($lines, array_flip(self::YEARLY)), $splits),
                    $wire->day,
                    $former,
                );
                $this->publish($wire, $minute, 'quarterly', $period, $end, 'Quarterly report '.$period % 10 ."/{$year}", $facts, [
                    ...$this->classes($lines, $period),
                ]);
            }

            return;
        }
        $annual = count($this->year) === 4 ? $this->annual($splits) : null;
        $owned = array_map(fn (string $line): int => (int) array_sum(array_column($this->owned, $line)), self::OWNED);
        $this->year = $this->owned = [];
        if ($annual === null || ! $isPublic) {
            return;
        }
        $facts = $this->facts(10 * $year, $this->inSharesOf($wire->day, $end, $annual, $splits), $wire->day, $former);
        if ($year >= self::FIRST_QUARTERLY_YEAR) {
            $flows = array_intersect_key($lines, self::flows());
            $facts = [...$facts, ...$this->facts($period, $this->inSharesOf($wire->day, $end, $flows, $splits), $wire->day, $former)];
        }
        $parts = $this->parts($year, $annual, $price, $owned, $former, $wire->day);
        $let = $this->buildings->year($end, $annual);
        $this->publish(
            $wire,
            $minute,
            'annual',
            10 * $year,
            $end,
            "Annual report {$year}",
            $facts,
            [...$parts, ...$this->classes($annual, 10 * $year)],
            $let === null ? [] : self::inMoney($let, $former?->factor(Unit::Money, false, 10 * $year, $wire->day) ?? 1.0),
        );
        if (isset($this->charter->events['restated'][$year])) {
            $this->kept[$year] = $annual;
        }
    }

    /**
     * @param  array<string, int|float>  $annual
     * @param  array{revenue: int, operating_income: int}  $owned
     * @return list<array{string, string, string, string, int, float}>
     */
    private function parts(int $year, array $annual, float $price, array $owned, ?FormerCurrency $former, int $day): array
    {
        return array_map(
            static fn (array $part): array => [
                ...array_slice($part, 0, 4),
                10 * $year,
                $part[3] === 'money' ? $part[4] / ($former?->factor(Unit::Money, true, 10 * $year, $day) ?? 1.0) : $part[4],
            ],
            [
                ...$this->segments->year($year, $annual, $price, $owned),
                ...$this->exposures->year($year, $annual),
                ...(new Borrowings($this->charter))->year($year, $annual),
            ],
        );
    }

    /**
     * @param  array{buildings: list<array<string, mixed>>, leases: list<array<string, mixed>>}  $let  money in thousands
     * @param  float  $rate  of now for one of what it was reported in
     * @return array{buildings: list<array<string, mixed>>, leases: list<array<string, mixed>>} in whole units
     */
    private static function inMoney(array $let, float $rate): array
    {
        foreach ($let as $kind => $rows) {
            foreach ($rows as $i => $row) {
                foreach (['rent', 'net_operating_income', 'value'] as $column) {
                    if (isset($row[$column])) {
                        $let[$kind][$i][$column] = (1000.0 * $row[$column]) / $rate;
                    }
                }
            }
        }

        return $let;
    }

    /**
     * Fiscal years end otherwise: all years that are whole then, and their quarters, are told anew.
     *
     * @param  int  $quarters  so many further is a quarter counted
     * @param  list<array{int, float}>  $splits
     */
    public function recount(Wire $wire, int $minute, int $quarters, array $splits): void
    {
        $this->year = [];
        foreach ($this->history as $before => $told) {
            $period = Record::after($before, $quarters);
            $year = intdiv($period, 10);
            if ($year === Calendar::FIRST_YEAR) {
                // Its first quarters were never told.
                continue;
            }
            $this->year = $period % 10 === 1 ? [1 => $told] : $this->year + [$period % 10 => $told];
            [$lines, $end] = $told;
            $title = $period % 10 === 4 ? "Year {$year} to the new year end" : 'Quarter '.$period % 10 ."/{$year} to the new year end";
            $facts = [];
            if ($year >= self::FIRST_QUARTERLY_YEAR) {
                $shown = $period % 10 === 4 ? array_intersect_key($lines, self::flows()) : array_diff_key($lines, array_flip(self::YEARLY));
                $facts = $this->facts($period, $this->inSharesOf($wire->day, $end, $shown, $splits), $wire->day, null);
            }
            $parts = [];
            if ($period % 10 === 4) {
                $annual = $this->annual($splits);
                $facts = [...$this->facts(10 * $year, $this->inSharesOf($wire->day, $end, $annual, $splits), $wire->day, null), ...$facts];
                $parts = $this->parts($year, $annual, 1.0, ['revenue' => 0, 'operating_income' => 0], null, $wire->day);
                $this->year = [];
            }
            if ($facts !== []) {
                $of = $period % 10 === 4 ? 10 * $year : $period;
                $this->publish($wire, $minute, 'restatement', $of, $end, $title, $facts, $parts);
            }
        }
        $this->history = [];
    }

    /**
     * Tells years anew whose day has come.
     *
     * @param  list<array{int, float}>  $splits
     * @return array<int, float> what is left of revenue by year
     */
    public function restate(Wire $wire, array $splits): array
    {
        $restatements = [];
        foreach ($this->kept as $year => $lines) {
            [$day, $factor] = $this->charter->events['restated'][$year];
            if ($day > $wire->day) {
                continue;
            }
            unset($this->kept[$year]);
            $restatements[$year] = $factor;
            $end = Calendar::quarterEnd($year, 4, $this->charter->yearEndMonth);
            $restated = Restatement::of($lines, $factor, $this->charter->taxRate);
            $facts = $this->facts(10 * $year, $this->inSharesOf($wire->day, $end, $restated, $splits), $wire->day, null);
            $this->publish($wire, 480, 'restatement', 10 * $year, $end, "Restated annual report {$year}", $facts, []);
        }

        return $restatements;
    }

    public function restates(): bool
    {
        return $this->kept !== [];
    }

    /**
     * @param  list<array{string, int, float}>  $facts
     * @param  list<array{string, string, string, string, int, float}>  $parts
     * @param  array{}|array{buildings: list<array<string, mixed>>, leases: list<array<string, mixed>>}  $let
     */
    private function publish(
        Wire $wire,
        int $minute,
        string $kind,
        int $period,
        int $end,
        string $title,
        array $facts,
        array $parts,
        array $let = [],
    ): void {
        $wire->publish(Subject::Filing, $minute, [
            'id' => $this->charter->id * self::FILINGS_A_COMPANY + $this->filings++,
            'company' => $this->charter->id,
            'kind' => $kind,
            'period' => $period,
            'end' => $end,
            'title' => $title,
            'facts' => $facts,
            'parts' => $parts,
            ...$let,
        ]);
    }

    /**
     * @param  array<string, int|float>  $lines  thousands
     * @return list<array{string, int, float}> line, period, value in whole units
     */
    private function facts(int $period, array $lines, int $day, ?FormerCurrency $former): array
    {
        $items = LineItems::all();
        $silent = ($this->charter->events['missing_lines_from'] ?? 9999) <= intdiv($period, 10);
        $facts = [];
        foreach ($lines as $line => $value) {
            if ($silent && ($line === 'inventories' || $line === 'increase_in_inventories')) {
                continue;
            }
            $unit = $items[$line]->unit;
            if ($former !== null) {
                // What was reported in another currency is rounded there, as every report is.
                $rate = $former->factor($unit, $items[$line]->isOverTime(), $period, $day) ?? 1.0;
                $value = $rate === 1.0 ? $value : round($value / $rate, $unit === Unit::Money ? 0 : 4);
            }
            $facts[] = [$line, $period, (float) ($unit === Unit::Money || $unit === Unit::Shares ? $value * 1000 : $value)];
        }

        return $facts;
    }

    /**
     * Shares by class.
     *
     * @param  array<string, int|float>  $lines
     * @return list<array{string, string, string, string, int, float}>
     */
    private function classes(array $lines, int $period): array
    {
        $class = $this->charter->events['second_class'] ?? null;
        if ($class === null) {
            return [];
        }
        $second = round(1000 * $class[1] * $lines['shares_outstanding_period_end']);
        $line = 'shares_outstanding_period_end';
        $row = static fn (string $name, float $count): array => ['class', $name, $line, 'shares', $period, $count];

        return [$row('Class A', 1000.0 * $lines['shares_outstanding_period_end'] - $second), $row('Class B', $second)];
    }

    /**
     * The figures of a report in the shares of the day it is filed: what ended before a split is told in new shares after it.
     *
     * @param  array<string, int|float>  $lines
     * @param  list<array{int, float}>  $splits
     * @return array<string, int|float>
     */
    private function inSharesOf(int $filed, int $end, array $lines, array $splits): array
    {
        $ratio = 1.0;
        foreach ($splits as [$exDate, $of]) {
            $ratio *= $exDate > $end && $exDate <= $filed ? $of : 1.0;
        }

        return $ratio === 1.0 ? $lines : self::inShares($lines, $ratio);
    }

    /**
     * @param  array<string, int|float>  $lines
     * @return array<string, int|float>
     */
    private static function inShares(array $lines, float $ratio): array
    {
        $items = LineItems::all();
        foreach ($lines as $line => $value) {
            $lines[$line] = match ($items[$line]->unit) {
                Unit::Shares => round($value * $ratio),
                Unit::MoneyPerShare => round($value / $ratio, 4),
                default => $value,
            };
        }

        return $lines;
    }

    /**
     * A year from its four quarters: flows add up, balances are the last, averages are averaged. Quarters before a split are put on the
     * shares of the year's end.
     *
     * @param  list<array{int, float}>  $splits
     * @return array<string, int|float>
     */
    private function annual(array $splits): array
    {
        $items = LineItems::all();
        ksort($this->year);
        $quarters = array_values($this->year);
        $last = $quarters[3];
        $year = [];
        foreach ($quarters as [$lines, $end]) {
            foreach ($this->inSharesOf($last[1], $end, $lines, $splits) as $line => $value) {
                $item = $items[$line];
                $year[$line] = match (true) {
                    $item->isPeriodAverage() || $line === 'average_interest_earning_assets' => ($year[$line] ?? 0) + $value / 4,
                    $item->kind === LineKind::Duration => ($year[$line] ?? 0) + $value,
                    default => $value,
                };
            }
        }
        foreach ($year as $line => $value) {
            // A balance that the last quarter no longer shows is gone.
            if ($items[$line]->kind === LineKind::Instant && ! isset($last[0][$line])) {
                unset($year[$line]);
            }
        }
        foreach (['basic', 'diluted'] as $kind) {
            $year["{$kind}_shares_average"] = round($year["{$kind}_shares_average"]);
            $year["earnings_per_share_{$kind}"] = round($year['net_income_common'] / $year["{$kind}_shares_average"], 4);
        }
        $year['dividends_per_share'] = round($year['dividends_per_share'] ?? 0.0, 4);

        return $year;
    }

    /** @return array<string, true> lines of a fourth quarter that the annual report does not already hold */
    private static function flows(): array
    {
        static $flows = null;

        return $flows ??= array_map(
            static fn (): bool => true,
            array_filter(LineItems::all(), static fn ($item): bool => $item->kind === LineKind::Duration || $item->isPeriodAverage()),
        );
    }
}
