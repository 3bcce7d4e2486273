<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Reference\Wording;

/** Which column of a file is which, told by its heading and by what stands in it, with a confidence from 0 to 1. */
final class ColumnRecognition
{
    /**
     * @param  list<string>  $head
     * @param  list<list<string>>  $samples  rows below the heading
     * @return list<array{field: ?string, confidence: float}> one a column
     */
    public static function columns(TableKind $kind, array $head, array $samples): array
    {
        return self::fitting($kind, $head, self::contents($head, $samples));
    }

    /**
     * @param  list<string>  $head
     * @param  list<list<string>>  $samples
     * @return list<array{day: float, number: float, period: float, text: float, company: float}> what each column could hold
     */
    private static function contents(array $head, array $samples): array
    {
        return array_map(
            static fn (int $i): array => self::content(array_map(static fn (array $row): string => $row[$i] ?? '', $samples)),
            array_keys($head),
        );
    }

    /**
     * @param  list<string>  $head
     * @param  list<array{day: float, number: float, period: float, text: float, company: float}>  $contents
     * @return list<array{field: ?string, confidence: float}>
     */
    private static function fitting(TableKind $kind, array $head, array $contents): array
    {
        $candidates = [];
        foreach ($head as $i => $heading) {
            foreach ($kind->columns() as $field => [, $type, , $headings]) {
                $score = self::similarity($heading, $headings);
                // A heading is only believed if the content can be what it says.
                if ($score > 0 && $contents[$i][$type] >= 0.5) {
                    $candidates[] = [$score * (0.6 + 0.4 * $contents[$i][$type]), $i, $field];
                }
            }
        }
        usort($candidates, static fn (array $a, array $b): int => $b[0] <=> $a[0] ?: $a[1] <=> $b[1]);
        $columns = array_fill(0, count($head), ['field' => null, 'confidence' => 0.0]);
        $taken = [];
        foreach ($candidates as [$score, $i, $field]) {
            if ($columns[$i]['field'] === null && ! isset($taken[$field])) {
                $columns[$i] = ['field' => $field, 'confidence' => round($score, 2)];
                $taken[$field] = true;
            }
        }

        return $columns;
    }

    /**
     * The kind of table a heading fits best; null if no kind has its required columns, or, where some may be missing, if no
     * kind has half of them.
     *
     * @param  list<string>  $head
     * @param  list<list<string>>  $samples
     */
    public static function kind(array $head, array $samples, bool $complete = true): ?TableKind
    {
        $best = null;
        $most = 0.0;
        $contents = self::contents($head, $samples);
        foreach (TableKind::cases() as $kind) {
            $found = array_filter(array_column(self::fitting($kind, $head, $contents), 'confidence', 'field'));
            $required = array_keys(array_filter($kind->columns(), static fn (array $column): bool => $column[2]));
            $sure = array_filter($found, static fn (float $confidence): bool => $confidence >= $kind->leastConfidence());
            $missing = array_diff($required, array_keys($sure));
            $score = array_sum($found) - 0.25 * (count($head) - count($found)) - count($missing);
            if (
                count($found) >= $kind->leastColumns() &&
                ($complete
                    ? $missing === [] && $score > $most
                    : 2 * count($missing) <= count($required) && $found !== [] && ($best === null || $score > $most))
            ) {
                [$best, $most] = [$kind, $score];
            }
        }

        return $best;
    }

    /** @param  list<string>  $headings */
    private static function similarity(string $heading, array $headings): float
    {
        $folded = Wording::fold((string) preg_replace('/\(.*?\)|\[.*?\]/', '', $heading));
        $best = 0.0;
        foreach ($headings as $nth => $known) {
            $known = Wording::fold($known);
            if ($folded === $known) {
                return 1.0 - 0.01 * min($nth, 15);
            }
            if (strlen($known) > 2 && preg_match('/\b'.preg_quote($known, '/').'\b/', $folded) === 1) {
                $best = max($best, 0.75 - 0.01 * $nth);
            }
        }

        return $best;
    }

    /**
     * Share of the cells that could be a day, a number, a period.
     *
     * @param  list<string>  $cells
     * @return array{day: float, number: float, period: float, text: float, company: float}
     */
    private static function content(array $cells): array
    {
        $cells = array_values(array_filter($cells, static fn (string $cell): bool => ! NumberFormat::isEmpty($cell)));
        if ($cells === []) {
            return ['day' => 1.0, 'number' => 1.0, 'period' => 1.0, 'text' => 1.0, 'company' => 1.0];
        }
        $format = NumberFormat::detect($cells);
        [$dates] = DateFormat::detect($cells);
        $calendar = new FiscalCalendar();
        $is = static fn (callable $parse): float => count(
            array_filter($cells, static function (string $cell) use ($parse): bool {
                try {
                    return $parse($cell) !== null;
                } catch (Refusal) {
                    return false;
                }
            }),
        ) / count($cells);

        return [
            'day' => $is(static fn (string $c): int => $dates->parse($c)),
            'number' => $is(static fn (string $c): ?float => $format->parse($c)),
            'period' => $is(static fn (string $c): ?PeriodHeading => PeriodHeading::read($c, [], $calendar)),
            'text' => 1.0,
            'company' => $is(static fn (string $c): ?bool => preg_match('/[A-Za-z]/', $c) === 1 ?: null),
        ];
    }
}
