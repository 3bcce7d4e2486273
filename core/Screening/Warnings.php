<?php

declare(strict_types=1);

namespace Logion\Screening;

use Logion\CrossSection\Mask;
use Logion\CrossSection\Universe;
use Logion\Statistics\Descriptive;
use Logion\Statistics\Rank;
use Logion\Time\Day;

/** What a screen should say unasked. */
final class Warnings
{
    /** Survivors of one sector beyond this share are a concentration. */
    private const CONCENTRATION = 0.5;

    /** A criterion that cannot be decided for more than this share of the companies it meets is doubtful. */
    private const UNDECIDABLE = 0.15;

    /** Fewer survivors say nothing about concentration. */
    private const FEWEST = 6;

    /** Two criteria whose figures are ranked this much alike say the same. */
    private const ALIKE = 0.9;

    /** Companies compared for likeness; more add nothing to a rank correlation of 0.9. */
    private const COMPARED = 2000;

    /** A threshold is moved by this share of the interquartile range of its figure … */
    private const NUDGE = 0.05;

    /** … and if that moves this share of the survivors, it sits at an edge. */
    private const MOVED = 0.25;

    /** Statements whose period ended longer ago are stale. */
    private const STALE_DAYS = 400;

    /**
     * What can be told from the funnel at once.
     *
     * @return list<array{kind: 'concentration'|'undecidable'|'currencies'|'year_ends'|'stale', count: int, of: int, sector?: string,
     *     criterion?: string}>
     */
    public static function of(Funnel $funnel, Universe $universe): array
    {
        $warnings = [];
        $total = Mask::count($funnel->survived);
        $sectors = $universe->category('sector')->counts($funnel->survived);
        $largest = array_key_first($sectors);
        if ($largest !== null && $total >= self::FEWEST && $sectors[$largest] > self::CONCENTRATION * $total) {
            $warnings[] = ['kind' => 'concentration', 'sector' => (string) $largest, 'count' => $sectors[$largest], 'of' => $total];
        }
        $before = Mask::count($funnel->start);
        foreach ($funnel->steps as $step) {
            if ($step['undecidable'] > self::UNDECIDABLE * $before) {
                $warnings[] = [
                    'kind' => 'undecidable',
                    'criterion' => $step['criterion'],
                    'count' => $step['undecidable'],
                    'of' => $before,
                ];
            }
            $before = $step['survivors'];
        }
        if ($total > 1) {
            foreach (['currency' => 'currencies', 'year_end' => 'year_ends'] as $attribute => $kind) {
                $counts = $universe->category($attribute)->counts($funnel->survived);
                if (count($counts) > 1) {
                    $warnings[] = ['kind' => $kind, 'count' => $total - $counts[array_key_first($counts)], 'of' => $total];
                }
            }
        }
        $oldest = (string) Day::plus($universe->asOf, -self::STALE_DAYS);
        $reported = $universe->category('reported');
        $stale = Mask::count(
            $funnel->survived &
                $reported->among(
                    array_values(array_filter($reported->words, static fn (string $day): bool => $day !== '' && $day < $oldest)),
                ),
        );
        if ($stale > 0) {
            $warnings[] = ['kind' => 'stale', 'count' => $stale, 'of' => $total];
        }

        return $warnings;
    }

    /**
     * What takes a closer look: thresholds where a small move changes much, and criteria that say the same.
     *
     * @return list<array{kind: 'edge'|'duplicate', criterion: string, count: int, of: int, other?: string, correlation?: float,
     *     loosened?: int, tightened?: int}>
     */
    public static function onCloserLook(ScreenDefinition $screen, Funnel $funnel, Universe $universe): array
    {
        return [...self::edges($screen, $funnel, $universe), ...self::duplicates($screen, $funnel, $universe)];
    }

    /** @return list<array{kind: 'edge', criterion: string, count: int, of: int, loosened: int, tightened: int}> */
    private static function edges(ScreenDefinition $screen, Funnel $funnel, Universe $universe): array
    {
        $total = Mask::count($funnel->survived);
        $warnings = [];
        foreach ($screen->criteria as $i => $criterion) {
            $comparison =
                $criterion->active && $criterion->formula !== null ? $universe->catalogue->parse($criterion->formula)->comparison() : null;
            if (
                $comparison === null ||
                $total < self::FEWEST ||
                ! $comparison[1]->isInequality() ||
                $comparison[0]->kind !== 'name' ||
                $universe->catalogue->find($comparison[0]->symbol) === null
            ) {
                continue;
            }
            [$expression, $operator, $threshold] = $comparison;
            $column = $universe->column($expression->symbol);
            $without = $funnel->without($i, $screen);
            $quartiles = $column->quartiles(Mask::positions($without));
            if ($quartiles === null || $quartiles[1] <= $quartiles[0]) {
                continue;
            }
            $nudge = self::NUDGE * ($quartiles[1] - $quartiles[0]) * ($operator->asksForLess() ? 1 : -1);
            $loosened = Mask::count($without & $column->compare($operator, $threshold + $nudge)->true());
            $tightened = Mask::count($without & $column->compare($operator, $threshold - $nudge)->true());
            if (max($loosened - $total, $total - $tightened) > self::MOVED * $total) {
                $warnings[] = [
                    'kind' => 'edge',
                    'criterion' => (string) $criterion,
                    'count' => $total,
                    'of' => $total,
                    'loosened' => $loosened,
                    'tightened' => $tightened,
                ];
            }
        }

        return $warnings;
    }

    /**
     * Pairs of criteria whose figures rank companies alike (Spearman 1904).
     *
     * @return list<array{kind: 'duplicate', criterion: string, other: string, correlation: float, count: int, of: int}>
     */
    private static function duplicates(ScreenDefinition $screen, Funnel $funnel, Universe $universe): array
    {
        $positions = Mask::positions($funnel->start);
        $step = max(1, intdiv(count($positions), self::COMPARED));
        $positions = array_values(array_filter($positions, static fn (int $i): bool => $i % $step === 0, ARRAY_FILTER_USE_KEY));
        $ranked = [];
        foreach ($screen->criteria as $i => $criterion) {
            $comparison =
                $criterion->active && $criterion->formula !== null ? $universe->catalogue->parse($criterion->formula)->comparison() : null;
            if ($comparison !== null && count($ranked) < 12) {
                $ranked[$i] = $universe->evaluate($comparison[0], $positions);
            }
        }
        $warnings = [];
        $places = array_keys($ranked);
        foreach ($places as $at => $i) {
            foreach (array_slice($places, $at + 1) as $j) {
                $correlation = self::rankCorrelation($ranked[$i], $ranked[$j]);
                if ($correlation !== null && abs($correlation) > self::ALIKE) {
                    $warnings[] = [
                        'kind' => 'duplicate',
                        'criterion' => (string) $screen->criteria[$i],
                        'other' => (string) $screen->criteria[$j],
                        'correlation' => $correlation,
                        'count' => count($positions),
                        'of' => Mask::count($funnel->start),
                    ];
                }
            }
        }

        return $warnings;
    }

    /**
     * @param  list<float>  $x  NaN where there is none
     * @param  list<float>  $y
     */
    private static function rankCorrelation(array $x, array $y): ?float
    {
        $a = $b = [];
        foreach ($x as $i => $value) {
            if ($value == $value && $y[$i] == $y[$i]) {
                $a[] = $value;
                $b[] = $y[$i];
            }
        }

        return count($a) < 20
            ? null
            : Descriptive::correlation(Descriptive::known(Rank::of($a)), Descriptive::known(Rank::of($b)))['correlation'];
    }
}
