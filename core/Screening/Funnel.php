<?php

declare(strict_types=1);

namespace Logion\Screening;

use Logion\Metrics\Formula\Node;

/**
 * Runs a screen: the companies that are left after each criterion, in order. A criterion that cannot be decided for a
 * company does not pass, and is counted.
 */
final readonly class Funnel
{
    /**
     * @param  list<int>  $universe  positions the screen starts from
     * @param  list<array{criterion: string, active: bool, survivors: int, undecidable: int, alone: int|null}>  $steps
     * @param  list<int>  $survivors  positions, sorted as the screen asks
     */
    private function __construct(public array $universe, public array $steps, public array $survivors)
    {
    }

    /**
     * @param  bool  $alone  also count how many pass each criterion by itself
     *
     * @throws \Logion\Metrics\Formula\FormulaError if a criterion or a sort column cannot be understood
     */
    public static function run(Screen $screen, Universe $universe, bool $alone = false): self
    {
        $start = $universe->select($screen->universe);
        $positions = $start;
        $steps = [];
        foreach ($screen->criteria as $criterion) {
            $tree = $universe->catalogue->parse($criterion['formula']);
            $undecidable = 0;
            if ($criterion['active']) {
                [$positions, $undecidable] = self::pass($tree, $universe, $positions, $start);
            }
            $steps[] = [
                'criterion' => $criterion['formula'], 'active' => $criterion['active'], 'survivors' => count($positions), 'undecidable' => $undecidable,
                'alone' => $alone ? count(self::pass($tree, $universe, $start, $start)[0]) : null,
            ];
        }

        return new self($start, $steps, self::sort($positions, $screen->sort, $universe, $start));
    }

    /**
     * Positions that pass a condition, and how many could not be decided.
     *
     * @param  list<int>  $positions
     * @param  list<int>  $reference
     * @return array{list<int>, int}
     */
    public static function pass(Node $condition, Universe $universe, array $positions, array $reference): array
    {
        if ($condition->kind === 'binary' && $condition->children[0]->kind === 'name' && $condition->children[1]->kind === 'number' && $universe->catalogue->find($condition->children[0]->symbol) !== null) {
            $decided = $universe->column($condition->children[0]->symbol)->compare($condition->symbol, $condition->children[1]->number, $positions);
            if ($decided !== null) {
                return $decided;
            }
        }
        $passed = [];
        $undecidable = 0;
        foreach ($universe->evaluate($condition, $positions, $reference === [] || count($reference) === $universe->size() ? null : $reference) as $i => $holds) {
            if ($holds != $holds) {
                $undecidable++;
            } elseif ($holds != 0.0) {
                $passed[] = $positions[$i];
            }
        }

        return [$passed, $undecidable];
    }

    /**
     * Companies without a value come last in either direction; ties keep the order of tickers.
     *
     * @param  list<int>  $positions
     * @param  list<array{column: string, descending: bool}>  $sort
     * @param  list<int>  $reference
     * @return list<int>
     */
    private static function sort(array $positions, array $sort, Universe $universe, array $reference): array
    {
        foreach (array_reverse($sort) as $by) {
            if ($by['column'] === 'ticker' || $by['column'] === 'name') {
                $keys = array_map(static fn (int $p): string => $universe->attribute($by['column'])[$p], $positions);
                $by['descending'] ? arsort($keys) : asort($keys);
                $positions = array_map(static fn (int $i): int => $positions[$i], array_keys($keys));

                continue;
            }
            $values = $universe->evaluate($universe->catalogue->parse($by['column']), $positions, count($reference) === $universe->size() ? null : $reference);
            $known = $unknown = [];
            foreach ($values as $i => $value) {
                if ($value != $value) {
                    $unknown[] = $positions[$i];
                } else {
                    $known[$i] = $value;
                }
            }
            $by['descending'] ? arsort($known) : asort($known);
            $ordered = [];
            foreach ($known as $i => $_) {
                $ordered[] = $positions[$i];
            }
            $positions = [...$ordered, ...$unknown];
        }

        return $positions;
    }
}
