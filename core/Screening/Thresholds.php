<?php

declare(strict_types=1);

namespace Logion\Screening;

use Logion\CrossSection\Mask;
use Logion\CrossSection\Universe;
use Logion\Formula\Node;

/** Which single threshold to move, and where to, so that about so many companies survive. */
final class Thresholds
{
    /**
     * One proposal per active criterion that compares something with a number; nearest to the wished count first.
     *
     * @return list<array{criterion: int, from: string, to: string, threshold: float, was: float, survivors: int}>
     */
    public static function towards(int $wished, ScreenDefinition $screen, Universe $universe, Funnel $funnel): array
    {
        $reference = $funnel->reference($universe);
        $proposals = [];
        foreach ($screen->criteria as $i => $criterion) {
            $tree = $criterion->active && $criterion->formula !== null ? $universe->catalogue->parse($criterion->formula) : null;
            $comparison = $tree?->comparison();
            if ($comparison === null || ! $comparison[1]->isInequality()) {
                continue;
            }
            [$expression, $operator, $was] = $comparison;
            $values = array_values(
                array_filter(
                    $universe->evaluate($expression, Mask::positions($funnel->without($i, $screen)), $reference),
                    static fn (float $x): bool => $x == $x,
                ),
            );
            if ($values === []) {
                continue;
            }
            $below = $operator->asksForLess();
            $below ? sort($values) : rsort($values);
            $last = $values[min($wished, count($values)) - 1];
            $next = $values[min($wished, count($values))] ?? $last + ($below ? 1 : -1) * max(1e-9, abs($last) * 0.1);
            // A figure that says ">= 7" where the seventh and eighth are equal cannot split them: all equal ones come along.
            $threshold = $last === $next ? $last : self::roundBetween($last, $next);
            if ($last === $next) {
                $operator = $operator->orEqual();
            }
            $survivors = count(array_filter($values, static fn (float $x): bool => $operator->holds($x, $threshold)));
            $to = (string) Node::binary($operator, $expression, Node::number($threshold));
            if ($to !== (string) $tree) {
                $proposals[] = [
                    'criterion' => $i,
                    'from' => (string) $criterion,
                    'to' => $to,
                    'threshold' => $threshold,
                    'was' => $was,
                    'survivors' => $survivors,
                ];
            }
        }
        usort(
            $proposals,
            static fn (array $a, array $b): int => abs($a['survivors'] - $wished) <=> abs($b['survivors'] - $wished) ?:
            $a['criterion'] <=> $b['criterion'],
        );

        return $proposals;
    }

    /** The number with the fewest digits strictly between two others. */
    private static function roundBetween(float $a, float $b): float
    {
        $middle = ($a + $b) / 2;
        if (min($a, $b) < 0 && max($a, $b) > 0) {
            return 0.0;
        }
        $magnitude = (int) floor(log10(max(1e-300, abs($middle))));
        for ($digits = 1; $digits <= 15; $digits++) {
            $rounded = round($middle, $digits - 1 - $magnitude);
            if ($rounded > min($a, $b) && $rounded < max($a, $b)) {
                return $rounded;
            }
        }

        return $middle;
    }
}
