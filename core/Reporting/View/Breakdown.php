<?php

declare(strict_types=1);

namespace Logion\Reporting\View;

use Logion\Figure\Words;
use Logion\Reporting\FactSheet;
use Logion\Reporting\LineItems;

/**
 * Figures of a company by segment, region, operating driver or class of loans, securities or insurance over its periods, and how those
 * that are parts of a statement line compare with it. The latest filing of each figure counts.
 */
final readonly class Breakdown
{
    /** Parts that are rounded each for itself miss the total by no more than this share of it. */
    private const ROUNDING = 0.0005;

    /** By axis: the line whose change is shown, and ratios of sums of lines by name. */
    private const DERIVED = [
        'business' => ['revenue', ['operating_margin' => [['operating_income'], ['revenue']]]],
        'region' => ['revenue', ['operating_margin' => [['operating_income'], ['revenue']]]],
        'loans' => [
            'gross_loans',
            [
                'non_performing_share' => [['non_performing_loans'], ['gross_loans']],
                'coverage_of_bad_loans' => [['allowance_for_credit_losses'], ['non_performing_loans']],
            ],
        ],
        'securities' => ['securities', []],
        'debt' => ['long_term_debt', []],
        'insurance' => [
            'premiums_earned',
            [
                'claims_ratio' => [['claims_incurred'], ['premiums_earned']],
                'combined_ratio' => [['claims_incurred', 'policy_acquisition_costs', 'underwriting_expenses'], ['premiums_earned']],
            ],
        ],
    ];

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
     * @return array<string, self> by axis: business, region, driver, loans, securities, insurance, debt
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
            $breakdowns[$axis] = new self($axis, $shown, [...array_values($tables), ...self::derived($axis, $tables, $shown)]);
        }
        ksort($breakdowns);

        return $breakdowns;
    }

    /**
     * Ratios of the parts and how they grew, where the lines they are made of are told.
     *
     * @param  array<string, array{members: array<string, list<?float>>, total: list<?float>}>  $tables  by line
     * @param  list<int>  $periods
     * @return list<array{line: string, label: string, unit: string, members: array<string, list<?float>>, total: list<?float>,
     *     stated: list<?float>, difference: list<?float>, reconciled: list<?bool>}>
     */
    private static function derived(string $axis, array $tables, array $periods): array
    {
        [$size, $ratios] = self::DERIVED[$axis] ?? ['', []];
        if (! isset($tables[$size])) {
            return [];
        }
        $names = array_keys($tables[$size]['members']);
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
        $sums = static fn (array $lines, ?string $member): array => array_map(
            static fn (int $i): ?float => self::sum(
                array_map(
                    static fn (string $line): ?float => ($member === null
                        ? $tables[$line]['total']
                        : $tables[$line]['members'][$member] ?? $none)[$i],
                    $lines,
                ),
            ),
            array_keys($periods),
        );
        $derived = [];
        foreach ($ratios as $ratio => [$above, $below]) {
            if (array_diff([...$above, ...$below], array_keys($tables)) === []) {
                $derived[] = $table(
                    $ratio,
                    self::label($ratio),
                    static fn (?string $member): array => array_map(self::share(...), $sums($above, $member), $sums($below, $member)),
                );
            }
        }
        $derived[] = $table("{$size}_change", self::label("{$size}_change"), static function (?string $member) use (
            $sums,
            $size,
            $periods,
        ): array {
            $values = array_combine($periods, $sums([$size], $member));
            $growth = static fn (int $period): ?float => ($ratio = self::share($values[$period], $values[$period - 10] ?? null)) === null
                ? null
                : $ratio - 1;

            return array_map($growth, $periods);
        });

        return array_values(array_filter($derived, static fn (array $table): bool => array_filter($table['total'], is_float(...)) !== []));
    }

    private static function label(string $of): string
    {
        return match ($of) {
            'operating_margin' => Words::say('operating_margin'),
            'non_performing_share' => Words::say('non_performing_share_of_loans'),
            'coverage_of_bad_loans' => Words::say('allowance_beside_bad_loans'),
            'claims_ratio' => Words::say('claims_beside_premiums'),
            'combined_ratio' => Words::say('claims_and_costs_beside_premiums'),
            'revenue_change' => Words::say('change_of_revenue_in_a_year'),
            default => Words::say('change_in_a_year'),
        };
    }

    /** @param  array<float|null>  $parts */
    private static function sum(array $parts): ?float
    {
        return in_array(null, $parts, true) ? null : (float) array_sum($parts);
    }

    private static function share(?float $part, ?float $whole): ?float
    {
        return $part === null || $whole === null || $whole <= 0 ? null : $part / $whole;
    }
}
