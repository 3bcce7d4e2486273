<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Figure\Unit;
use Logion\Reporting\LineItems;
use Logion\Time\FiscalPeriod;

/**
 * A statement as a table: lines down, periods across. Tells which row is the heading, which lines and periods it holds, its
 * scale and its currency, and turns it into figures.
 */
final class StatementTable
{
    /** Rows in which the heading is looked for. */
    private const HEAD_WITHIN = 30;

    /**
     * @param  int  $headRow  position of the heading among the rows
     * @param  int  $labelColumn  column of the line labels
     * @param  array<int, int>  $periods  fiscal period by column
     * @param  list<array{row: int, label: string, line: ?string, confidence: float}>  $lines
     * @param  float  $scale  1, 1 000 or 1 000 000
     * @param  string  $scaleReason  why this scale
     */
    public function __construct(
        public int $headRow,
        public int $labelColumn,
        public array $periods,
        public array $lines,
        public float $scale,
        public string $scaleReason,
        public ?string $currency,
        public NumberFormat $numbers,
    ) {
    }

    /**
     * @param  list<list<string>>  $rows
     *
     * @throws Refusal if no row has two or more periods
     */
    public static function recognise(array $rows, FiscalCalendar $calendar, LineRecognition $recognition): self
    {
        $headRow = $labelColumn = null;
        $periods = [];
        foreach (array_slice($rows, 0, self::HEAD_WITHIN) as $at => $row) {
            $found = [];
            foreach ($row as $column => $cell) {
                $period = $calendar->heading($cell);
                if ($period !== null) {
                    $found[$column] = $period;
                }
            }
            if (count($found) > count($periods)) {
                [$headRow, $periods] = [$at, $found];
            }
        }
        if ($headRow === null) {
            throw Refusal::because('No row names periods such as 2023, FY 2023, Q1 2024 or 31.12.2023');
        }
        $labelColumn = 0;
        $most = -1.0;
        for ($column = 0; $column < min(array_keys($periods) ?: [0]); $column++) {
            $known = 0.0;
            foreach (array_slice($rows, $headRow + 1, 60) as $row) {
                $known += $recognition->recognise($row[$column] ?? '')['confidence'];
            }
            if ($known > $most) {
                [$labelColumn, $most] = [$column, $known];
            }
        }
        $lines = $cells = [];
        foreach (array_slice($rows, $headRow + 1, null, true) as $at => $row) {
            $label = trim($row[$labelColumn] ?? '');
            $values = array_filter(
                array_map(static fn (int $column): string => $row[$column] ?? '', array_keys($periods)),
                static fn (string $cell): bool => trim($cell) !== '',
            );
            if ($label === '' || $values === []) {
                continue;
            }
            $lines[] = ['row' => $at, 'label' => $label, ...$recognition->recognise($label)];
            array_push($cells, ...array_values($values));
        }
        $above = implode(' ', array_map(static fn (array $row): string => implode(' ', $row), array_slice($rows, 0, $headRow + 1)));
        [$scale, $reason] = self::scaleOf($above);

        return new self($headRow, $labelColumn, $periods, $lines, $scale, $reason, self::currencyOf($above), NumberFormat::detect($cells));
    }

    /** @return array{float, string} the scale a text names */
    public static function scaleOf(string $text): array
    {
        return match (true) {
            preg_match('/\b(in|[A-Z]{3}|of)?\s?(millions?|mln|mn|mio|m)\b|\x27?000[ '
                .',.]000|\bMM\b/', $text, $m) === 1 && trim($m[0]) !== 'm' => [1e6, 'The heading says "'.trim($m[0]).'".'],
            preg_match('/thousands?|\bin (?:TXCR|k)\b|\x27000|\(000s?\)|\bT[A-Z]{3}\b/i', $text, $m) === 1 => [
                1e3,
                'The heading says "'.trim($m[0]).'".',
            ],
            default => [1.0, 'No scale is named: amounts are taken as they stand.'],
        };
    }

    public static function currencyOf(string $text): ?string
    {
        // Currency codes that a table heading would show; words of three capitals that are none are left out.
        preg_match_all('/\b([A-Z]{3})\b/', $text, $codes);
        $codes = array_values(
            array_diff($codes[1], [
                'FYE',
                'LTM',
                'TTM',
                'EPS',
                'DPS',
                'USA',
                'THE',
                'AND',
                'FOR',
                'NET',
                'PPE',
                'YOY',
                'JAN',
                'FEB',
                'MAR',
                'APR',
                'MAY',
                'JUN',
                'JUL',
                'AUG',
                'SEP',
                'OCT',
                'NOV',
                'DEC',
            ]),
        );

        return $codes === [] ? null : $codes[0];
    }

    /**
     * The figures of the table; amounts and counts scaled, per-share figures not. Costs written as negatives are turned where
     * most figures of the line are negative and a line of that name never is.
     *
     * @param  list<list<string>>  $rows
     * @return array{figures: array<string, array{value: float, place: string}>, refused: list<array{place: string, reason: string}>,
     *     turned: list<string>}
     */
    public function figures(array $rows): array
    {
        $figures = $refused = $turned = [];
        foreach ($this->lines as $entry) {
            if ($entry['line'] === null) {
                continue;
            }
            $item = LineItems::all()[$entry['line']];
            $values = [];
            foreach ($this->periods as $column => $period) {
                $place = 'row '.($entry['row'] + 1).', '.FiscalPeriod::label($period);
                try {
                    $value = $this->numbers->parse($rows[$entry['row']][$column] ?? '');
                } catch (Refusal $refusal) {
                    $refused[] = ['place' => $place, 'reason' => $refusal->getMessage()];

                    continue;
                }
                if ($value !== null) {
                    $values[$period] = [
                        $value * ($item->unit === Unit::Money || $item->unit === Unit::Shares ? $this->scale : 1.0),
                        $place,
                    ];
                }
            }
            $negative = count(array_filter($values, static fn (array $v): bool => $v[0] < 0));
            $sign = 1.0;
            if ($negative > 0 && $negative >= 0.8 * count($values) && SignConvention::isOutflow($item->key)) {
                $sign = -1.0;
                $turned[] = $item->label;
            }
            foreach ($values as $period => [$value, $place]) {
                $key = "{$entry['line']}@{$period}";
                if (isset($figures[$key]) && $figures[$key]['value'] !== $sign * $value) {
                    $refused[] = [
                        'place' => $place,
                        'reason' => "{$item->label} of ".
                            FiscalPeriod::label($period).
                            " already stands in {$figures[$key]['place']} with another figure",
                    ];

                    continue;
                }
                $figures[$key] = ['value' => $sign * $value, 'place' => $place];
            }
        }

        return ['figures' => $figures, 'refused' => $refused, 'turned' => $turned];
    }
}
