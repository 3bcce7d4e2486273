<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Figure\Numerals;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Reporting\LineItem;
use Logion\Reporting\LineItems;
use Logion\Reporting\LineKind;
use Logion\Time\FiscalPeriod;

/**
 * Turns a statement table into figures: scaled exactly, each to the span of its column, flows since the start of a year made quarters
 * by difference, signs as the names of the lines say. What could be read in two ways is a doubt, with both readings, and gives no figure
 * until it is decided.
 */
final class StatementReading
{
    /** Amounts of this size are whole ones where the heading names a currency and no scale. */
    private const WHOLE = 1e6;

    /** Earnings a share may differ so far from earnings over shares, for roundings and for classes of shares. */
    private const NEAR = 1.3;

    /** @var array<string, array{value: float, place: string, scale: float, derived: bool}> by "line@period" */
    public array $figures = [];

    /** @var list<array{place: string, reason: string}> */
    public array $refused = [];

    /** @var list<string> lines written with a minus that are positive by their name */
    public array $turned = [];

    /** @var array<string, string> what must be decided, by key */
    public array $doubts = [];

    /** @var list<string> what was concluded, and from what */
    public array $notes = [];

    /**
     * @var array<string, array<string, array{value: float, place: string, row: StatementRow, scale: float, restated: bool}>>
     *     by line, and kind and period
     */
    private array $read = [];

    /** @var array<string, true> lines of a balance sheet that is written with what is owed as negative */
    private readonly array $owed;

    /**
     * @param  list<list<string>>  $rows
     * @param  float|null  $scale  of amounts, where it is known or chosen
     * @param  'quarter'|'year_to_date'|null  $span  of flows under columns that name a day only
     * @param  list<string>  $accepted  doubts that are taken as they are
     */
    public function __construct(
        private readonly StatementTable $table,
        private readonly array $rows,
        private readonly NumberFormat $numbers,
        private readonly ?float $scale,
        private readonly ?string $span = null,
        private readonly array $accepted = [],
    ) {
        $spanless = $span === null ? $table->withoutSpan() : [];
        if ($spanless !== []) {
            $this->doubts['span'] = Words::say(
                'the_columns_name_a_day_and',
                columns: implode(', ', array_map(StatementTable::letter(...), $spanless)),
            );
        }
        $shifted = in_array('headings', $accepted, true) ? null : $table->shifted($rows);
        if ($shifted !== null) {
            $this->doubts['headings'] = Words::say(
                'the_headings_stand_beside_their_figures',
                column: StatementTable::letter($shifted[0]),
                period: $table->columns[$shifted[1]]->label(),
            );
        }
        $this->owed = $this->writtenAsOwed();
        $this->rowsOfLines();
        $this->workingCapital();
        $this->shares();
        $this->figuresByPeriod($spanless);
    }

    /**
     * The scale that the words of a table name or, for "in EUR" over large amounts, show; null if neither.
     *
     * @param  list<list<string>>  $rows
     */
    public static function scaleOf(StatementTable $table, array $rows, NumberFormat $numbers): ?float
    {
        if ($table->denomination->scale !== null || ! $table->denomination->inCurrency) {
            return $table->denomination->contradicts ? null : $table->denomination->scale;
        }
        foreach ($table->lines as $row) {
            foreach (
                $row->line !== null && LineItems::all()[$row->line]->unit === Unit::Money ? array_keys($table->columns) : [] as $column
            ) {
                try {
                    if (abs($numbers->parse($rows[$row->row][$column] ?? '') ?? 0.0) >= self::WHOLE) {
                        return 1.0;
                    }
                } catch (Refusal) {
                    continue;
                }
            }
        }

        return null;
    }

    /** Whether some amounts have no scale of their own, so that the table's must be known. */
    public static function needsScale(StatementTable $table): bool
    {
        return array_filter(
            $table->lines,
            static fn (StatementRow $row): bool => $row->line !== null &&
                $row->scale === null &&
                ! $row->isPercent &&
                ! $row->isScaled &&
                in_array(LineItems::all()[$row->line]->unit, [Unit::Money, Unit::Shares], true) &&
                (LineItems::all()[$row->line]->unit === Unit::Money || $row->sharesScale === null),
        ) !== [];
    }

    private function rowsOfLines(): void
    {
        $byLine = [];
        foreach ($this->table->lines as $row) {
            if ($row->line !== null && ! $row->isPercent) {
                $byLine[$row->line][] = $row;
            }
        }
        $guesses = [];
        foreach ($byLine as $line => $rows) {
            // A known label goes before a guess.
            $certain = array_values(array_filter($rows, static fn (StatementRow $row): bool => ! $row->isGuess()));
            $rows = $certain === [] ? $rows : $certain;
            $read = array_map(fn (StatementRow $row): array => $this->valuesOf($row, LineItems::all()[$line]), $rows);
            $first = array_shift($read);
            foreach ($read as $nth => $values) {
                foreach ($values as $slot => $value) {
                    if (isset($first[$slot]) && $first[$slot]['value'] !== $value['value']) {
                        $this->doubts["rows:{$line}"] = Words::say(
                            'row_and_row_would_both_be',
                            key: $rows[0]->key,
                            row: $rows[0]->row + 1,
                            key2: $rows[$nth + 1]->key,
                            row2: $rows[$nth + 1]->row + 1,
                            label: LineItems::all()[$line]->label,
                            number: self::number($first[$slot]['value']),
                            number2: self::number($value['value']),
                        );
                    }
                    $first[$slot] ??= $value;
                }
            }
            if ($certain === [] && ! in_array('guesses', $this->accepted, true)) {
                $guesses[] = '"'.$rows[0]->label.'" as '.LineItems::all()[$line]->label.' ('.$rows[0]->basis.')';

                continue;
            }
            isset($this->doubts["rows:{$line}"]) || ($this->read[$line] = $first);
        }
        if ($guesses !== []) {
            $this->doubts['guesses'] = Words::say('guessed_not_known_take_them_as', guesses: implode('; ', $guesses));
        }
    }

    /** @return array<string, array{value: float, place: string, row: StatementRow, scale: float, restated: bool}> by kind and period */
    private function valuesOf(StatementRow $row, LineItem $item): array
    {
        $values = [];
        $scale = $this->scaleFor($row, $item);
        foreach ($this->table->columns as $column => $heading) {
            if ($heading->kind === PeriodHeading::LEFT_OUT) {
                continue;
            }
            $place = Words::say('row', row: $row->row + 1, label: $heading->label());
            try {
                $value = $this->numbers->parse($this->rows[$row->row][$column] ?? '', $scale);
            } catch (Refusal $refusal) {
                $this->refused[] = ['place' => $place, 'reason' => $refusal->getMessage()];

                continue;
            }
            if ($value === null) {
                continue;
            }
            $slot = "{$heading->kind}@{$heading->period}";
            $known = $values[$slot] ?? null;
            if ($known !== null && $known['value'] !== $value) {
                // Of two columns of one period the restated one counts.
                if (! $heading->restated && ! $known['restated']) {
                    $this->doubts["columns:{$slot}"] = Words::say(
                        'two_columns_are_and_is_in',
                        label: $heading->label(),
                        label2: $item->label,
                        number: self::number($known['value']),
                        number2: self::number($value),
                    );
                }
                if (! $heading->restated) {
                    continue;
                }
            }
            $values[$slot] = [
                'value' => $value,
                'place' => $place,
                'row' => $row,
                'scale' => $scale,
                'restated' => $heading->restated,
            ];
        }
        $values = $this->opposites($row, $item, $values);
        $negative = count(array_filter($values, static fn (array $v): bool => $v['value'] < 0));
        $isTurned =
            $row->turned ||
            isset($this->owed[$item->key]) ||
            ($negative > 0 && $negative >= 0.8 * count($values) && SignConvention::isOutflow($item->key));
        if ($isTurned && $values !== []) {
            $row->turned || ($this->turned[] = $item->label);
            $values = array_map(static fn (array $v): array => [...$v, 'value' => -$v['value'] + 0.0], $values);
        }

        return $values;
    }

    /**
     * Plain numbers under a label that names a loss are losses. Where some bear a minus it could be either, the others being profits.
     *
     * @param  array<string, array{value: float, place: string, row: StatementRow, scale: float, restated: bool}>  $values
     * @return array<string, array{value: float, place: string, row: StatementRow, scale: float, restated: bool}>
     */
    private function opposites(StatementRow $row, LineItem $item, array $values): array
    {
        $plain = array_filter($values, static fn (array $v): bool => $v['value'] > 0);
        if ($plain === [] || ! SignConvention::namesOpposite($row->label, $item->key)) {
            return $values;
        }
        $isMixed = array_filter($values, static fn (array $v): bool => $v['value'] < 0) !== [];
        $words = Words::say('names_the_opposite_of_its_line', label: $row->label, line: $item->label);
        if ($isMixed && ! in_array("signs:{$item->key}", $this->accepted, true)) {
            $this->doubts["signs:{$item->key}"] = Words::say('some_bear_a_minus_and_some_not', words: $words);
        } elseif (! $isMixed) {
            $this->notes[] = $words;
            $values = array_map(static fn (array $v): array => [...$v, 'value' => -$v['value'] + 0.0], $values);
        }

        return $values;
    }

    /**
     * Some balance sheets write liabilities, or all that is owed, with a minus: debts that can only be positive tell it, and where equity
     * is negative too, whether everything adds up to nothing.
     *
     * @return array<string, true>
     */
    private function writtenAsOwed(): array
    {
        $liabilities = SignConvention::partsOf('total_liabilities');
        $debts = array_diff($liabilities, array_filter($liabilities, LineItems::mayBeNegative(...)));
        $written = $this->written([...$debts, 'total_assets', 'total_liabilities', 'total_equity']);
        $ofDebts = array_merge([], ...array_values(array_intersect_key($written, array_flip($debts))));
        if ($ofDebts === [] || max($ofDebts) > 0.0 || min($ofDebts) === 0.0) {
            return [];
        }
        $equity = array_values($written['total_equity'] ?? []);
        $assets = array_values($written['total_assets'] ?? []);
        $total = array_values($written['total_liabilities'] ?? []);
        $isEquityToo =
            $equity !== [] &&
            count($equity) === count($assets) &&
            count($equity) === count($total) &&
            abs($assets[0] + $total[0] + $equity[0]) < abs($assets[0] + $total[0] - $equity[0]) &&
            max($equity) <= 0.0;

        return array_fill_keys([...$liabilities, ...$isEquityToo ? SignConvention::partsOf('total_equity') : []], true);
    }

    /**
     * Numbers of lines as they are written, by line and column.
     *
     * @param  list<string>  $lines
     * @return array<string, array<int, float>>
     */
    private function written(array $lines): array
    {
        $written = [];
        foreach ($this->table->lines as $row) {
            foreach (in_array($row->line, $lines, true) ? array_keys($this->table->columns) : [] as $column) {
                try {
                    $value = $this->numbers->parse($this->rows[$row->row][$column] ?? '');
                } catch (Refusal) {
                    continue;
                }
                $value === null || ($written[$row->line][$column] = $value);
            }
        }

        return $written;
    }

    private function scaleFor(StatementRow $row, LineItem $item): float
    {
        return match ($item->unit) {
            Unit::Money => $row->scale ?? ($this->scale ?? 1.0),
            Unit::Shares => $row->scale ?? ($row->sharesScale ?? ($this->table->denomination->sharesScale ?? ($this->scale ?? 1.0))),
            // Amounts a share are whole, or in the hundredth part of the currency.
            Unit::MoneyPerShare => $row->scale === 0.01 ? 0.01 : 1.0,
            default => 1.0,
        };
    }

    /**
     * A total change of working capital is written as it changes cash, or as its name says; where the label does not tell, the cash flow it
     * is part of does.
     */
    private function workingCapital(): void
    {
        foreach ($this->read['change_in_working_capital'] ?? [] as $slot => $change) {
            if ($change['row']->turned || $change['value'] === 0.0) {
                continue;
            }
            $of = fn (string $line): ?float => $this->read[$line][$slot]['value'] ?? null;
            $before = null;
            if ($of('operating_cash_flow') !== null && $of('net_income') !== null) {
                $before = $of('net_income');
                foreach (
                    ['depreciation_amortization', 'stock_based_compensation', 'deferred_income_tax', 'other_non_cash_items'] as $line
                ) {
                    $before += $of($line) ?? 0.0;
                }
            }
            $gap = $before === null ? 0.0 : $of('operating_cash_flow') - $before;
            $asCash = abs($gap - $change['value']);
            $asNamed = abs($gap + $change['value']);
            if ($before !== null && min($asCash, $asNamed) < 0.25 * abs($change['value'])) {
                if ($asCash < $asNamed) {
                    $this->read['change_in_working_capital'][$slot] = [...$change, 'value' => -$change['value']];
                }
            } elseif (! in_array('signs', $this->accepted, true)) {
                $this->doubts['signs'] = Words::say(
                    'a_change_in_working_capital_of',
                    place: $change['place'],
                    number: self::number($change['value']),
                );
                unset($this->read['change_in_working_capital'][$slot]);
            }
        }
    }

    /** Counts of shares follow the scale of amounts unless something is said of them; earnings a share tell whether they do. */
    private function shares(): void
    {
        foreach (['basic', 'diluted'] as $which) {
            $shares = "{$which}_shares_average";
            $perShare = "earnings_per_share_{$which}";
            $off = [];
            foreach ($this->read[$shares] ?? [] as $slot => $count) {
                $earnings =
                    $this->read['net_income_common'][$slot] ??
                    ($this->read['net_income_parent'][$slot] ?? ($this->read['net_income'][$slot] ?? null));
                $each = $this->read[$perShare][$slot] ?? null;
                if ($earnings !== null && $each !== null && $count['value'] > 0 && $earnings['value'] * $each['value'] > 0) {
                    $off[] = $earnings['value'] / $count['value'] / $each['value'];
                }
            }
            if ($off === []) {
                continue;
            }
            sort($off);
            $ratio = $off[intdiv(count($off), 2)];
            if ($ratio < self::NEAR && $ratio > 1 / self::NEAR) {
                continue;
            }
            $factor = 10.0 ** round(log10($ratio));
            $row = array_values($this->read[$shares])[0]['row'];
            $isThousands =
                in_array($factor, [1e-9, 1e-6, 1e-3, 1e3, 1e6, 1e9], true) &&
                $ratio / $factor < self::NEAR &&
                $factor / $ratio < self::NEAR;
            $isSaid = $row->scale !== null || $row->sharesScale !== null || $this->table->denomination->sharesScale !== null;
            if ($isThousands && ! $isSaid) {
                foreach ($this->read[$shares] as $slot => $count) {
                    $scaled = NumberFormat::shifted((string) json_encode($count['value']), (int) log10($factor));
                    $this->read[$shares][$slot] = [...$count, 'value' => $scaled];
                }
                $this->notes[] = Words::say(
                    'are_taken_times_than_the_amounts',
                    label: LineItems::all()[$shares]->label,
                    times: Numerals::times($factor),
                );
            } elseif ($isThousands && ! in_array('shares', $this->accepted, true)) {
                $this->doubts['shares'] = Words::say(
                    'earnings_over_are_about_times_than',
                    label: LineItems::all()[$shares]->label,
                    times: Numerals::times($factor),
                );
            }
        }
    }

    /** @param  list<int>  $spanless  columns whose flows cannot be placed */
    private function figuresByPeriod(array $spanless): void
    {
        $toDate = $given = $places = [];
        foreach ($this->read as $line => $values) {
            $item = LineItems::all()[$line];
            foreach ($values as $slot => $value) {
                [$kind, $period] = explode('@', $slot);
                $period = (int) $period;
                if (! $item->isOverTime()) {
                    $this->balance($line, FiscalPeriod::lastQuarter($period), $value);

                    continue;
                }
                if ($kind === PeriodHeading::DAY) {
                    $kind = match (true) {
                        $spanless !== [] => null,
                        $this->span === 'quarter' && $this->table->withoutSpan() !== [] => PeriodHeading::QUARTER,
                        $period % 10 === 4 => PeriodHeading::YEAR,
                        $period % 10 === 1 => PeriodHeading::QUARTER,
                        default => PeriodHeading::YEAR_TO_DATE,
                    };
                    $period -= $kind === PeriodHeading::YEAR ? 4 : 0;
                }
                if ($kind === null) {
                    continue;
                }
                $kind === PeriodHeading::YEAR_TO_DATE
                    ? ($toDate[$period][$line] = $value['value'])
                    : ($given[$period][$line] = $value['value']);
                $places["{$line}@{$period}"] = ['place' => $value['place'], 'scale' => $value['scale']];
            }
        }
        $parts = new YearToDate(
            $toDate,
            $given,
            static fn (string $line): bool => LineItems::all()[$line]->kind === LineKind::Duration &&
                LineItems::all()[$line]->unit === Unit::Money,
        );
        foreach ([$given, $parts->halves] as $nth => $of) {
            foreach ($of as $period => $lines) {
                foreach ($lines as $line => $value) {
                    $from = $nth === 0 ? null : $parts->from[$period][$line] ?? null;
                    if ($from !== null) {
                        $this->byDifference($line, $period, $value, $places["{$line}@{$from}"]);

                        continue;
                    }
                    $place = $places["{$line}@".($nth === 0 ? $period : FiscalPeriod::lastQuarter($period))];
                    $this->figures["{$line}@{$period}"] = ['value' => $value, ...$place, 'derived' => false];
                }
            }
        }
        foreach ($parts->quarters as $period => $lines) {
            foreach ($lines as $line => $value) {
                $this->byDifference($line, $period, $value, $places["{$line}@{$parts->from[$period][$line]}"]);
            }
        }
        foreach ($parts->left as $period => $lines) {
            $this->refused[] = [
                'place' => Words::say('columns_since_the_start_of', year: intdiv($period, 10)),
                'reason' => Words::say(
                    'figures_up_to_cannot_be_made_a',
                    count: count($lines),
                    period: FiscalPeriod::label($period),
                    lines: implode(
                        ', ',
                        array_map(static fn (string $line): string => LineItems::all()[$line]->label, array_slice($lines, 0, 3)),
                    ),
                ),
            ];
        }
        foreach ($parts->contradictions as $off) {
            $this->doubts["quarter:{$off['key']}@{$off['period']}"] = Words::say(
                'of_is_given_as_and_by_difference',
                label: LineItems::all()[$off['key']]->label,
                period: FiscalPeriod::label($off['period']),
                number: self::number($off['given']),
                number2: self::number($off['derived']),
            );
        }
    }

    /** @param  array{place: string, scale: float}  $whole  of which it is a part */
    private function byDifference(string $line, int $period, float $value, array $whole): void
    {
        $this->figures["{$line}@{$period}"] = [
            'value' => $value,
            'place' => Words::say('less_the_part_of_the_year', place: $whole['place']),
            'scale' => $whole['scale'],
            'derived' => true,
        ];
    }

    /** @param  array{value: float, place: string, scale: float}  $value */
    private function balance(string $line, int $quarter, array $value): void
    {
        $key = "{$line}@".FiscalPeriod::balanceOf($quarter);
        $known = $this->figures[$key] ?? null;
        if ($known !== null && $known['value'] !== $value['value']) {
            $this->doubts["columns:{$key}"] = Words::say(
                'is_and_on_the_same_day',
                label: LineItems::all()[$line]->label,
                number: $this->number($known['value']),
                place: $known['place'],
                number2: $this->number($value['value']),
                place2: $value['place'],
            );

            return;
        }
        $this->figures[$key] = ['value' => $value['value'], 'place' => $value['place'], 'scale' => $value['scale'], 'derived' => false];
    }

    private static function number(float $value): string
    {
        return Numerals::decimal($value, floor($value) === $value ? 0 : 2);
    }
}
