<?php

declare(strict_types=1);

namespace Logion\Screening;

use Logion\CrossSection\Universe;

/** The criteria of a screen used to score a list: how many does each company pass, which fail, by how much? */
final class Scorecard
{
    /**
     * The companies with the most passes first; among equals those with fewer failures.
     *
     * @param  list<int>  $positions
     * @return list<array{position: int, passed: int, failed: int, undecidable: int, marks: list<array{state: 'pass'|'fail'|'undecidable',
     *     actual: float|null, required: float|null, slack: float|null, relative: float|null}>}>
     *
     * @throws \Logion\Formula\FormulaError if a criterion cannot be understood
     */
    public static function of(ScreenDefinition $screen, Universe $universe, array $positions): array
    {
        $marks = array_fill(0, count($positions), []);
        foreach (self::criteria($screen) as $criterion) {
            $mask = Funnel::decide($criterion, $universe, null);
            $condition = $criterion->formula === null ? null : Condition::of($universe->catalogue->parse($criterion->formula));
            $actual = $condition === null ? [] : $universe->evaluate($condition->actual, $positions);
            $required = $condition === null ? [] : $universe->evaluate($condition->required, $positions);
            foreach ($positions as $i => $position) {
                $a = self::known($actual[$i] ?? NAN);
                $r = self::known($required[$i] ?? NAN);
                $both = $condition !== null && $a !== null && $r !== null;
                $marks[$i][] = [
                    'state' => match ($mask?->at($position)) {
                        true => 'pass',
                        false => 'fail',
                        null => 'undecidable',
                    },
                    'actual' => $a,
                    'required' => $r,
                    'slack' => $both ? $condition->slack($a, $r) : null,
                    'relative' => $both ? $condition->relative($a, $r) : null,
                ];
            }
        }
        $rows = [];
        foreach ($positions as $i => $position) {
            $states = array_count_values(array_column($marks[$i], 'state'));
            $rows[] = [
                'position' => $position,
                'passed' => $states['pass'] ?? 0,
                'failed' => $states['fail'] ?? 0,
                'undecidable' => $states['undecidable'] ?? 0,
                'marks' => $marks[$i],
            ];
        }
        usort(
            $rows,
            static fn (array $a, array $b): int => $b['passed'] <=> $a['passed'] ?:
            $a['failed'] <=> $b['failed'] ?:
            $a['position'] <=> $b['position'],
        );

        return $rows;
    }

    /** @return list<Criterion> the active criteria */
    public static function criteria(ScreenDefinition $screen): array
    {
        return array_values(array_filter($screen->criteria, static fn (Criterion $criterion): bool => $criterion->active));
    }

    private static function known(float $value): ?float
    {
        return is_nan($value) ? null : $value;
    }
}
