<?php

declare(strict_types=1);

namespace Logion\Accounts;

/**
 * Figures of a company by segment, region or operating driver over its periods, and how those that are parts of a statement
 * line compare with it. The latest filing of each figure counts.
 */
final readonly class Breakdown
{
    /**
     * @param  list<int>  $periods  ascending
     * @param  list<array{line: string, label: string, unit: string, members: array<string, list<?float>>, total: list<?float>, stated: list<?float>, difference: list<?float>}>  $tables  one a line; stated and difference only where it is a statement line
     */
    private function __construct(public string $axis, public array $periods, public array $tables)
    {
    }

    /**
     * @param  iterable<array{axis: string, member: string, line: string, unit: string, period: int, value: float, filed_on: int}>  $facts  by filing day
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
                $rows = array_map(static fn (array $values): array => array_map(static fn (int $period): ?float => $values[$period] ?? null, $shown), $members);
                $total = $stated = $difference = [];
                foreach ($shown as $i => $period) {
                    $column = array_filter(array_column($rows, $i), static fn (?float $x): bool => $x !== null);
                    $total[] = $sum = $item !== null && count($column) > 0 ? array_sum($column) : null;
                    $stated[] = $known = $item === null ? null : $sheet->value($line, $period);
                    $difference[] = $sum === null || $known === null ? null : $sum - $known;
                }
                $tables[] = ['line' => $line, 'label' => $item === null ? $line : $item->label, 'unit' => $units[$axis][$line], 'members' => $rows, 'total' => $total, 'stated' => $stated, 'difference' => $difference];
            }
            $breakdowns[$axis] = new self($axis, $shown, $tables);
        }
        ksort($breakdowns);

        return $breakdowns;
    }
}
