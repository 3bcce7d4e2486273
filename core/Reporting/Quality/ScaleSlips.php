<?php

declare(strict_types=1);

namespace Logion\Reporting\Quality;

use Logion\Statistics\Descriptive;

/** Figures that are a thousand or a million times off. */
final class ScaleSlips
{
    /**
     * Figures about a thousand (or a million) times too large or small against the median of a line's other periods. A
     * period in which more than half of a statement's tested lines are off the same way is reported once, as a whole.
     *
     * @param  array<string, array<string, list<?float>>>  $statements  values per statement, line and period position
     * @return array{columns: list<array{statement: string, position: int, direction: string, lines_off: int, lines_tested: int}>,
     *     lines: list<array{statement: string, position: int, line: string, direction: string, ratio: float}>}
     */
    public static function find(array $statements, float $ratioLimit): array
    {
        $columns = $lines = [];
        foreach ($statements as $statement => $series) {
            $off = $tested = [];
            foreach ($series as $line => $values) {
                foreach ($values as $position => $value) {
                    $others = [];
                    foreach ($values as $other => $amount) {
                        if ($other !== $position && $amount !== null && $amount != 0.0) {
                            $others[] = abs($amount);
                        }
                    }
                    if ($value === null || $value == 0.0 || count($others) < 3) {
                        continue;
                    }
                    $tested[$position] = ($tested[$position] ?? 0) + 1;
                    $ratio = abs($value) / (float) Descriptive::median($others);
                    if ($ratio >= $ratioLimit || $ratio <= 1 / $ratioLimit) {
                        $off[$position][$ratio >= $ratioLimit ? 'up' : 'down'][$line] = $ratio;
                    }
                }
            }
            ksort($off);
            foreach ($off as $position => $directions) {
                foreach ($directions as $direction => $found) {
                    if (count($found) > $tested[$position] / 2) {
                        $columns[] = [
                            'statement' => $statement,
                            'position' => $position,
                            'direction' => $direction,
                            'lines_off' => count($found),
                            'lines_tested' => $tested[$position],
                        ];

                        continue;
                    }
                    foreach ($found as $line => $ratio) {
                        $lines[] = [
                            'statement' => $statement,
                            'position' => $position,
                            'line' => $line,
                            'direction' => $direction,
                            'ratio' => $ratio,
                        ];
                    }
                }
            }
        }

        return ['columns' => $columns, 'lines' => $lines];
    }
}
