<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Reporting\LineItem;
use Logion\Reporting\LineItems;
use Logion\Reporting\ReportingModel;

/**
 * Maps concepts of the US-GAAP and IFRS taxonomies to statement lines. Each line has alternatives in order of preference; one
 * is a concept, a concept with the opposite sign, or a signed sum whose first concept must be there.
 */
final class Concepts
{
    /** Expenses that may be inside others. */
    private const INSIDE = ['depreciation_amortization_expense', 'impairment_charges', 'restructuring_charges', 'research_development'];

    /** Expenses between gross profit and operating income that stand beside them. */
    private const BESIDE = ['selling_general_administrative', 'other_operating_expenses'];

    /** Of gross profit; sums of rounded figures miss by so much. */
    private const ROUNDING = 0.002;

    /** @var array<string, list<list<array{int, string}>>> alternatives by line */
    private array $alternatives = [];

    /** @param  array<string, string>  $own  a reader's mapping: concept => line, or "" to leave the concept out */
    public function __construct(private readonly array $own = [])
    {
        foreach (LineItems::all() as $key => $item) {
            $this->alternatives[$key] = self::parse($item);
        }
        foreach ($own as $concept => $line) {
            if (isset($this->alternatives[$line])) {
                array_unshift($this->alternatives[$line], [[1, $concept]]);
            }
        }
    }

    /**
     * The lines that the concepts of one period give.
     *
     * @param  array<string, float>  $values  by concept, consolidated
     * @return array{lines: array<string, array{value: float, from: string}>, unmapped: list<string>}
     */
    public function map(array $values, ReportingModel $template): array
    {
        $lines = $used = [];
        foreach (LineItems::all() as $key => $item) {
            if (! $item->fits($template)) {
                continue;
            }
            foreach ($this->alternatives[$key] as $parts) {
                if (! isset($values[$parts[0][1]]) || ($this->own[$parts[0][1]] ?? $key) !== $key) {
                    continue;
                }
                $sum = 0.0;
                $from = [];
                foreach ($parts as [$sign, $concept]) {
                    if (isset($values[$concept])) {
                        $sum += $sign * $values[$concept];
                        $from[] = ($sign < 0 ? '−' : ($from === [] ? '' : '+ ')).$concept;
                        $used[$concept] = true;
                    }
                }
                $lines[$key] = ['value' => $sum, 'from' => implode(' ', $from)];
                break;
            }
        }
        $lines = self::withoutInside($lines);
        // A concept that is one of a line's other alternatives is known, only not needed.
        foreach ($this->alternatives as $alternatives) {
            foreach ($alternatives as $parts) {
                foreach ($parts as [, $concept]) {
                    $used[$concept] = true;
                }
            }
        }

        return [
            'lines' => $lines,
            'unmapped' => array_values(
                array_filter(
                    array_map('strval', array_keys($values)),
                    fn (string $concept): bool => ! isset($used[$concept]) && ($this->own[$concept] ?? null) !== '',
                ),
            ),
        ];
    }

    /**
     * Expenses that can be lines of their own or be inside others, such as depreciation inside cost of sales. They are kept
     * where the operating
     * income of the report needs them; where it does not tell, only those stay that name a line of the statement.
     *
     * @param  array<string, array{value: float, from: string}>  $lines
     * @return array<string, array{value: float, from: string}>
     */
    private static function withoutInside(array $lines): array
    {
        // What comes under the line's own name is meant as that line.
        $doubtful = array_filter(self::INSIDE, static fn (string $line): bool => isset($lines[$line]) && $lines[$line]['from'] !== $line);
        $value = static fn (string $line): ?float => $lines[$line]['value'] ?? null;
        $gross = $value('gross_profit') ?? ($value('revenue') === null ? null : $value('revenue') - ($value('cost_of_revenue') ?? 0.0));
        $income = $value('operating_income');
        if ($doubtful === []) {
            return $lines;
        }
        $kept = array_diff($doubtful, ['depreciation_amortization_expense']);
        if ($gross !== null && $income !== null) {
            $rest = $gross - $income;
            foreach (self::BESIDE as $line) {
                $rest -= $value($line) ?? 0.0;
            }
            $nearest = INF;
            foreach (self::subsets(array_values($doubtful)) as $subset) {
                $gap = abs($rest - array_sum(array_map(static fn (string $line): float => $value($line) ?? 0.0, $subset)));
                if ($gap < $nearest - self::ROUNDING * abs($gross)) {
                    [$nearest, $kept] = [$gap, $subset];
                }
            }
        }

        return array_diff_key($lines, array_flip(array_diff($doubtful, $kept)));
    }

    /**
     * @param  list<string>  $of
     * @return list<list<string>> the whole first
     */
    private static function subsets(array $of): array
    {
        $subsets = [];
        for ($bits = (1 << count($of)) - 1; $bits >= 0; $bits--) {
            $subsets[] = array_values(array_filter($of, static fn (int $i): bool => ($bits & (1 << $i)) !== 0, ARRAY_FILTER_USE_KEY));
        }

        return $subsets;
    }

    /**
     * The concept under which a line is written: the first alternative that is a single concept of the taxonomy.
     *
     * @param  'ifrs'|'us_gaap'  $taxonomy
     */
    public static function of(LineItem $item, string $taxonomy): ?string
    {
        foreach (self::alternatives($item->key, $taxonomy) as $alternative) {
            if (preg_match('/^\w+$/D', $alternative) === 1) {
                return $alternative;
            }
        }

        return null;
    }

    /**
     * What a taxonomy has for a line, in order of preference.
     *
     * @param  'ifrs'|'us_gaap'  $taxonomy
     * @return list<string> concepts, and signed sums of them
     */
    public static function alternatives(string $line, string $taxonomy): array
    {
        static $concepts = null;
        $concepts ??= require __DIR__.'/concepts.php';

        return $concepts[$line][$taxonomy] ?? [];
    }

    /** @return list<list<array{int, string}>> */
    private static function parse(LineItem $item): array
    {
        $alternatives = [[[1, $item->key]]];
        foreach ([...self::alternatives($item->key, 'us_gaap'), ...self::alternatives($item->key, 'ifrs')] as $text) {
            preg_match_all('/([+-]?)\s*(\w+)/', $text, $parts, PREG_SET_ORDER);
            $alternatives[] = array_map(static fn (array $part): array => [$part[1] === '-' ? -1 : 1, $part[2]], $parts);
        }

        return $alternatives;
    }
}
