<?php

declare(strict_types=1);

namespace Logion\Reporting\View;

use Logion\Figure\Words;
use Logion\Reporting\FactSheet;
use Logion\Reporting\LineItems;

/**
 * Figures of a company by segment, region or operating driver over its periods, and how those that are parts of a statement
 * line compare with it. The latest filing of each figure counts.
 */
final readonly class Breakdown
{
    /** Parts that are rounded each for itself miss the total by no more than this share of it. */
    private const ROUNDING = 0.0005;

    /**
     * @param  list<int>  $periods  ascending
     * @param  list<array{line: string, label: string, unit: string, members: array<string, list<?float>>, total: list<?float>,
     *     stated: list<?float>, difference: list<?float>, reconciled: list<?bool>}>  $tables  one a line, then margin and change; stated,
     *     difference and whether that is no more than rounding only where it is a statement line
     */
    private function __construct(public string $axis, public array $periods, public array $tables)
    {
    }

    /**
     * @param  iterable<array{axis: string, member: string, line: string, unit: string, period: int, value: float, filed_on: int}>  $facts
     *     by filing day
     * @return array<string, self> by axis: business, region, driver
     */
    public static function of(iterable $facts, FactSheet $sheet): array
    {
        $latest = $periods = $units = [];
        foreach ($facts as $fact) {
            if ($fact['filed_on'] <= $sheet->asOf) {
                $latest[$fact['axis']][$fact['line']][$fact['member']][$fact['period']] = $fact['value'];
                $units[$fact['axis']][$fact['line']] = $fact['unit'];
                $periods[$fact['axis']][$fact['period']] = true;
            }
        }
        $breakdowns = [];
        foreach ($latest as $axis => $lines) {
            $shown = array_keys($periods[$axis]);
            sort($shown);
            $tables = [];
            foreach ($lines as $line => $members) {
                $item = LineItems::find($line);
                $rows = array_map(
                    static fn (array $values): array => array_map(static fn (int $period): ?float => $values[$period] ?? null, $shown),
                    $members,
                );
                $total = $stated = $difference = $reconciled = [];
                foreach ($shown as $i => $period) {
                    $column = array_filter(array_column($rows, $i), static fn (?float $x): bool => $x !== null);
                    $total[] = $sum = $item !== null && count($column) > 0 ? array_sum($column) : null;
                    $stated[] = $known = $item === null ? null : $sheet->value($line, $period);
                    $difference[] = $gap = $sum === null || $known === null ? null : $sum - $known;
                    $reconciled[] = $gap === null ? null : abs($gap) <= self::ROUNDING * abs($known);
                }
                $tables[$line] = [
                    'line' => $line,
                    'label' => $item === null ? $line : $item->label,
                    'unit' => $units[$axis][$line],
                    'members' => $rows,
                    'total' => $total,
                    'stated' => $stated,
                    'difference' => $difference,
                    'reconciled' => $reconciled,
                ];
            }
            $breakdowns[$axis] = new self($axis, $shown, [...array_values($tables), ...self::derived($tables, $shown)]);
        }
        ksort($breakdowns);

        return $breakdowns;
    }

    /**
     * Margin and growth of the parts, where there is revenue to compare with.
     *
     * @param  array<string, array{members: array<string, list<?float>>, total: list<?float>}>  $tables  by line
     * @param  list<int>  $periods
     * @return list<array{line: string, label: string, unit: string, members: array<string, list<?float>>, total: list<?float>,
     *     stated: list<?float>, difference: list<?float>, reconciled: list<?bool>}>
     */
    private static function derived(array $tables, array $periods): array
    {
        $revenue = $tables['revenue'] ?? null;
        if ($revenue === null) {
            return [];
        }
        $names = array_keys($revenue['members']);
        $none = array_fill(0, count($periods), null);
        $table = static fn (string $line, string $label, \Closure $of): array => [
            'line' => $line,
            'label' => $label,
            'unit' => 'percent',
            'members' => array_combine($names, array_map($of, $names)),
            'total' => $of(null),
            'stated' => $none,
            'difference' => $none,
            'reconciled' => $none,
        ];
        $series = static fn (array $table, ?string $member): array => $member === null
            ? $table['total']
            : $table['members'][$member] ?? $none;
        $derived = [];
        $income = $tables['operating_income'] ?? null;
        if ($income !== null) {
            $derived[] = $table(
                'operating_margin',
                Words::say('operating_margin'),
                static fn (?string $member): array => array_map(self::share(...), $series($income, $member), $series($revenue, $member)),
            );
        }
        $derived[] = $table('revenue_change', Words::say('change_of_revenue_in_a_year'), static function (?string $member) use (
            $series,
            $revenue,
            $periods,
        ): array {
            $values = array_combine($periods, $series($revenue, $member));
            $growth = static fn (int $period): ?float => ($ratio = self::share($values[$period], $values[$period - 10] ?? null)) === null
                ? null
                : $ratio - 1;

            return array_map($growth, $periods);
        });

        return array_values(array_filter($derived, static fn (array $table): bool => array_filter($table['total'], is_float(...)) !== []));
    }

    private static function share(?float $part, ?float $whole): ?float
    {
        return $part === null || $whole === null || $whole <= 0 ? null : $part / $whole;
    }
}
