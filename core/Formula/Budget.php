<?php

declare(strict_types=1);

namespace Logion\Formula;

use Logion\Figure\Numerals;
use Logion\Figure\Words;

/**
 * How many steps a formula takes for one company. Functions that look at n years or days value their expression n times, so
 * nesting them multiplies; without a bound a few words could keep a machine busy for days.
 */
final class Budget
{
    /** Steps for one company; the dearest metric of the catalogue takes a twentieth of it. */
    public const MOST = 60000;

    /** Of all formulas that one person has at work at a time. */
    public const MOST_OF_ONE = 2 * self::MOST;

    /** @var array<string, int> by metric */
    private array $known = [];

    public function __construct(private readonly Vocabulary $vocabulary)
    {
    }

    /** @throws FormulaError if it takes more than is allowed */
    public function check(Node $tree, string $formula): void
    {
        $steps = $this->steps($tree);
        if ($steps > self::MOST) {
            throw FormulaError::at(
                Words::say(
                    'the_formula_would_take_steps_for',
                    steps: $steps > 1e9 ? Words::say('more_than_a_billion') : Numerals::decimal($steps),
                    decimal: Numerals::decimal(self::MOST),
                ),
                $formula,
            );
        }
    }

    public function steps(Node $node, int $depth = 0): int
    {
        if ($node->kind === 'name') {
            return $this->ofName($node->symbol, $depth);
        }
        $sum = 1;
        foreach ($node->children as $child) {
            $sum += $this->steps($child, $depth);
        }
        if ($node->kind !== 'call') {
            return self::bounded($sum);
        }

        return self::bounded($sum * max(1.0, Functions::get($node->symbol)->times($node)));
    }

    /** A metric is valued once a moment, so what it refers to twice is not counted twice; in a window each moment is new. */
    private function ofName(string $name, int $depth): int
    {
        if (isset($this->known[$name])) {
            return $this->known[$name];
        }
        $definition = $this->vocabulary->definition($name);
        if ($definition === [] || $depth > 40) {
            return 1;
        }
        $this->known[$name] = 1;
        $steps = array_map(fn (Node $tree): int => $this->steps($tree, $depth + 1), $definition);

        return $this->known[$name] = self::bounded(1 + array_sum($steps));
    }

    private static function bounded(float $steps): int
    {
        return (int) min($steps, 1e12);
    }
}
