<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Figure\Words;
use Logion\Reporting\LineItems;

/**
 * A statement as a table: lines down, periods across. Tells which row is the heading, which lines and periods it holds, in what
 * amounts they are written and which number format they have. What it cannot tell stays open: nothing is taken for granted.
 */
final readonly class StatementTable
{
    /** Rows in which the heading is looked for. */
    private const HEAD_WITHIN = 40;

    /** Headings of columns that say in what a row is written. */
    private const YEAR = '/(?<![\d.,])(?:19|20)\d\d(?![\d.,])/';

    private const UNIT_COLUMN = '/^\s*(?:units?|currency|ccy|scale|measured? in|in|unit of measure|uom)\s*$/i';

    /**
     * @param  int  $headRow  position of the heading among the rows
     * @param  int  $labelColumn  column of the line labels
     * @param  array<int, PeriodHeading>  $columns  what a column says of time, also those that are left out
     * @param  list<StatementRow>  $lines
     * @param  Denomination  $denomination  in what amounts are written, as the words above the table say
     */
    private function __construct(
        public int $headRow,
        public int $labelColumn,
        public array $columns,
        public array $lines,
        public Denomination $denomination,
        public NumberFormat $numbers,
    ) {
    }

    /**
     * @param  list<list<string>>  $rows
     * @param  array<int, ?string>  $chosen  headings a person gave columns instead of their own; "" leaves one out
     *
     * @throws Refusal if no row has periods
     */
    public static function recognise(array $rows, FiscalCalendar $calendar, LineRecognition $recognition, array $chosen = []): self
    {
        [$headRow, $columns] = self::heading($rows, $calendar);
        if ($columns === []) {
            throw Refusal::because(Words::say('no_row_names_periods_such_as'));
        }
        foreach ($chosen as $column => $text) {
            if ($text === '') {
                unset($columns[$column]);
            } elseif ($text !== null) {
                $columns[$column] =
                    PeriodHeading::read($text, [], $calendar) ??
                    throw Refusal::because(Words::say('is_no_fiscal_period_such_as', text: $text));
            }
        }
        $first = min(array_keys($columns) ?: [0]);
        $below = array_slice($rows, $headRow + 1, null, true);
        $labelColumn = self::labelColumn($below, $first, $recognition);
        $units = self::unitColumn($rows, $headRow, array_keys($columns));
        $title = implode(' ', array_merge([], ...array_slice($rows, 0, $headRow + 1)));
        [$lines, $cells] = self::lines($below, $columns, $labelColumn, $units, $recognition, self::isOfCash($title, false));
        $above = array_map(static fn (array $row): string => implode(' ', $row), array_slice($rows, 0, $headRow + 1));
        if ($units === null && isset($below[$headRow + 1])) {
            // A row of units may stand right below the heading.
            $under = $below[$headRow + 1];
            trim($under[$labelColumn] ?? '') === '' &&
                ($above[] = implode(' ', array_filter($under, static fn (string $c): bool => ! is_numeric($c))));
        }

        return new self(
            $headRow,
            $labelColumn,
            $columns,
            $lines,
            Denomination::read(implode(' | ', $above)),
            NumberFormat::detect($cells, amounts: true),
        );
    }

    /** @return list<string> labels of the periods it has figures of */
    public function periods(): array
    {
        return array_map(
            static fn (PeriodHeading $heading): string => $heading->label(),
            array_values(
                array_filter($this->columns, static fn (PeriodHeading $heading): bool => $heading->kind !== PeriodHeading::LEFT_OUT),
            ),
        );
    }

    /** @return list<string> columns that are left out, with the reason */
    public function leftOut(): array
    {
        $reasons = [];
        foreach ($this->columns as $column => $heading) {
            if ($heading->kind === PeriodHeading::LEFT_OUT) {
                $reasons[] = Words::say('column_is_left_out', letter: self::letter($column), reason: $heading->reason);
            }
        }

        return $reasons;
    }

    /**
     * Columns that name a day and no span, while there are flows in them; empty where they are a year apart and end years.
     *
     * @return list<int>
     */
    public function withoutSpan(): array
    {
        $days = array_filter($this->columns, static fn (PeriodHeading $heading): bool => $heading->kind === PeriodHeading::DAY);
        $endYears = array_filter($days, static fn (PeriodHeading $heading): bool => $heading->period % 10 === 4);
        $hasFlows =
            array_filter(
                $this->lines,
                static fn (StatementRow $row): bool => $row->line !== null && LineItems::all()[$row->line]->isOverTime(),
            ) !== [];

        return $hasFlows && count($endYears) < count($days) ? array_keys($days) : [];
    }

    /**
     * A heading that stands one column beside its figures: the last period has none, while a column without a heading has amounts.
     *
     * @param  list<list<string>>  $rows
     * @return array{int, int}|null the column without a heading, and the period without figures
     */
    public function shifted(array $rows): ?array
    {
        $amounts = $filled = [];
        foreach ($this->lines as $line) {
            foreach ($rows[$line->row] as $column => $cell) {
                $filled[$column] = ($filled[$column] ?? 0) + (trim($cell) === '' ? 0 : 1);
                // Numbers of notes are short.
                $amounts[$column] = ($amounts[$column] ?? 0) + (preg_match('/\d[.,\x27 ]?\d{2}/', $cell) === 1 ? 1 : 0);
            }
        }
        $last = max(array_keys($this->columns) ?: [0]);
        for ($column = min(array_keys($this->columns) ?: [0]) - 1; $column > $this->labelColumn; $column--) {
            if (($filled[$last] ?? 0) === 0 && 2 * ($amounts[$column] ?? 0) > count($this->lines)) {
                return [$column, $last];
            }
        }

        return null;
    }

    /** A column as spreadsheets call it. */
    public static function letter(int $column): string
    {
        return ($column >= 26 ? chr(64 + intdiv($column, 26)) : '').chr(65 + ($column % 26));
    }

    /**
     * The row that names most periods, and those it names.
     *
     * @param  list<list<string>>  $rows
     * @return array{int, array<int, PeriodHeading>}
     */
    private static function heading(array $rows, FiscalCalendar $calendar): array
    {
        $best = [0, []];
        $most = 0;
        $spread = [];
        foreach (array_slice($rows, 0, self::HEAD_WITHIN) as $at => $row) {
            $found = $unclear = [];
            foreach ($row as $column => $cell) {
                $above = array_values(
                    array_filter(array_map(static fn (array $texts): string => $texts[$column] ?? '', array_reverse($spread))),
                );
                try {
                    $period = PeriodHeading::read($cell, $above, $calendar);
                } catch (Refusal $refusal) {
                    $period = PeriodHeading::leftOut($refusal->getMessage());
                }
                if ($period !== null) {
                    $found[$column] = $period;
                } elseif ($column > 0 && preg_match(self::YEAR, $cell) === 1) {
                    $unclear[$column] = PeriodHeading::leftOut(
                        Words::say('it_is_not_clear_which_period', cell: mb_substr(trim($cell), 0, 40)),
                    );
                }
            }
            // Of two rows that name as many, the one counts that tells more of them apart.
            $score =
                count($found) + count(array_unique(array_map(static fn (PeriodHeading $p): string => $p->kind.$p->period, $found))) / 100;
            if ($score > $most) {
                [$best, $most] = [[$at, $found + $unclear], $score];
            }
            $spread[] = self::spread($row);
        }

        return $best;
    }

    /**
     * A heading over several columns stands in the first of them.
     *
     * @param  list<string>  $row
     * @return array<int, string>
     */
    private static function spread(array $row): array
    {
        $texts = [];
        $last = '';
        for ($column = 0; $column < max(count($row), 60); $column++) {
            $cell = trim($row[$column] ?? '');
            $last = $cell === '' ? $last : $cell;
            $texts[$column] = $last;
        }

        return $texts;
    }

    /**
     * @param  array<int, list<string>>  $below
     */
    private static function labelColumn(array $below, int $first, LineRecognition $recognition): int
    {
        $best = 0;
        $most = -1.0;
        for ($column = 0; $column < $first; $column++) {
            $known = 0.0;
            foreach (array_slice($below, 0, 60) as $row) {
                $known += $recognition->recognise($row[$column] ?? '')['confidence'];
            }
            if ($known > $most) {
                [$best, $most] = [$column, $known];
            }
        }

        return $best;
    }

    /**
     * @param  list<list<string>>  $rows
     * @param  list<int>  $periods
     */
    private static function unitColumn(array $rows, int $headRow, array $periods): ?int
    {
        foreach ($rows[$headRow] as $column => $heading) {
            if (! in_array($column, $periods, true) && preg_match(self::UNIT_COLUMN, $heading) === 1) {
                return $column;
            }
        }

        return null;
    }

    /**
     * @param  array<int, list<string>>  $below
     * @param  array<int, PeriodHeading>  $columns
     * @return array{list<StatementRow>, list<string>} the rows with figures, and their cells
     */
    private static function lines(
        array $below,
        array $columns,
        int $labelColumn,
        ?int $units,
        LineRecognition $recognition,
        bool $ofCash,
    ): array {
        $lines = $cells = [];
        $section = '';
        $ofSection = Denomination::read('');
        $first = min(array_keys($columns) ?: [0]);
        $times = self::repeated($below, $labelColumn, $first);
        foreach ($below as $at => $row) {
            $label = self::label($row, $labelColumn, $first);
            $values = array_filter(
                array_map(static fn (int $column): string => trim($row[$column] ?? ''), array_keys($columns)),
                static fn (string $cell): bool => $cell !== '',
            );
            if ($label === '') {
                continue;
            }
            if ($values === []) {
                $section = rtrim($label, ': ');
                $ofCash = self::isOfCash($label, $ofCash);
                $named = Denomination::read($label);
                $ofSection = $named->scale !== null || $named->currencies !== [] ? $named : $ofSection;

                continue;
            }
            $unit = $units === null ? '' : trim($row[$units] ?? '');
            $key = $times[$label] > 1 ? "{$label} (row ".($at + 1).')' : $label;
            $read = $recognition->recognise($key, $section, $ofCash);
            $read =
                $read['line'] === null && $key !== $label && $read['confidence'] < 1.0
                    ? $recognition->recognise($label, $section, $ofCash)
                    : $read;
            $own = Denomination::read($unit !== '' ? $unit : self::unitOf($label));
            $lines[] = new StatementRow(
                $at,
                $label,
                $key,
                $section,
                $read['line'],
                $read['confidence'],
                $read['basis'],
                $read['turned'],
                $own->scale ?? $ofSection->scale,
                $own->scale === null ? $ofSection->sharesScale : null,
                $own->currencies === [] ? $ofSection->currencies : $own->currencies,
                preg_match('/^\s*(?:%|per ?cent|pct)\s*$|\(%\)/i', $unit !== '' ? $unit : $label) === 1 ||
                    array_filter($values, static fn (string $cell): bool => preg_match('/\d\s*%/', $cell) !== 1) === [],
                array_filter($values, static fn (string $cell): bool => ! NumberFormat::namesScale($cell)) === [],
            );
            $isTotal = $read['line'] !== null && LineItems::all()[$read['line']]->isTotal($recognition->template());
            if ($isTotal || preg_match('/^(?:net )?cash (?:flows? )?(?:generated|provided|from|used)\b/i', $label) === 1) {
                // A total closes its part, also one that is no line.
                $section = '';
            }
            array_push($cells, ...array_values($values));
        }

        return [$lines, $cells];
    }

    /** Whether what comes below a heading is a statement of cash flows, given whether what came above was. */
    private static function isOfCash(string $heading, bool $before): bool
    {
        return match (true) {
            preg_match('/\bcash flows?\b|\b(?:operating|investing|financing) activities\b/i', $heading) === 1 => true,
            preg_match('/\b(?:balance sheets?|financial position|income statements?|profit (?:or|and) loss|of operations)\b/i', $heading)
                === 1,
            preg_match('/^\s*(?:total |non-?|current |long-term )*(?:assets|liabilities|equity)\b/i', $heading) === 1 => false,
            default => $before,
        };
    }

    /** What a label says of its unit: in brackets, or behind a comma. */
    public static function unitOf(string $label): string
    {
        preg_match_all('/[(\[][^)\]]*[)\]]|,\s*[^,]+$|\bin \S+(?: \S+)?$/u', $label, $parts);

        return implode(' ', $parts[0]);
    }

    /**
     * @param  array<int, list<string>>  $below
     * @return array<string, int> how often a label stands
     */
    private static function repeated(array $below, int $labelColumn, int $first): array
    {
        $times = [];
        foreach ($below as $row) {
            $label = self::label($row, $labelColumn, $first);
            $times[$label] = ($times[$label] ?? 0) + 1;
        }

        return $times;
    }

    /**
     * Sub-items may be set in by a column.
     *
     * @param  list<string>  $row
     */
    private static function label(array $row, int $labelColumn, int $first): string
    {
        $label = trim($row[$labelColumn] ?? '');
        for ($column = 0; $label === '' && $column < $first; $column++) {
            $text = trim($row[$column] ?? '');
            $label = preg_match('/\p{L}{2}/u', $text) === 1 ? $text : '';
        }

        return trim((string) preg_replace('/[\s\x{00A0}]+/u', ' ', $label));
    }
}
