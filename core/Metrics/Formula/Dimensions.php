<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula;

use Logion\Metrics\Catalogue;
use Logion\Unit;

/**
 * Units travel along: adding money to a ratio is an error at entry. A dimension is the powers of money and of shares;
 * null is a plain number, which may be compared with anything and scale anything.
 */
final readonly class Dimensions
{
    public function __construct(private Catalogue $catalogue)
    {
    }

    /**
     * @return array{float, float}|null
     *
     * @throws FormulaError if units do not fit
     */
    public function of(Node $node, string $formula): ?array
    {
        $of = fn (int $i): ?array => $this->of($node->children[$i], $formula);
        switch ($node->kind) {
            case 'number':
            case 'text':
                return null;
            case 'name':
                return $this->catalogue->unit($node->symbol)->dimension();
            case 'unary':
                $inner = $of(0);

                return $node->symbol === 'not' ? Unit::Ratio->dimension() : $inner;
            case 'conditional':
                $of(0);

                return $this->same($of(1), $of(2), 'the two branches of a condition', $formula);
            case 'coalesce':
                return $this->same($of(0), $of(1), 'a figure and its replacement', $formula);
            case 'call':
                return $this->call($node, $formula);
            default:
                return $this->binary($node, $of(0), $of(1), $formula);
        }
    }

    /**
     * @param  array{float, float}|null  $a
     * @param  array{float, float}|null  $b
     * @return array{float, float}|null
     */
    private function binary(Node $node, ?array $a, ?array $b, string $formula): ?array
    {
        [$left, $right] = $node->children;

        switch ($node->symbol) {
            case '*':
                return $a === null ? $b : ($b === null ? $a : [$a[0] + $b[0], $a[1] + $b[1]]);
            case '/':
                return $b === null ? $a : [($a[0] ?? 0.0) - $b[0], ($a[1] ?? 0.0) - $b[1]];
            case '**':
                return $a === null || $a === [0.0, 0.0] ? $a : ($right->kind === 'number' ? [$a[0] * $right->number, $a[1] * $right->number] : throw FormulaError::at('Only a pure number can have a variable power', $formula));
            case '+':
            case '-':
                // A bare constant beside an amount is a slip; zero, as in "0 - x", is not.
                foreach ([[$left, $b], [$right, $a]] as [$constant, $other]) {
                    if ($constant->kind === 'number' && $constant->number != 0.0 && $other !== null && $other !== [0.0, 0.0]) {
                        throw FormulaError::at("A plain number cannot be added to {$this->name($other)}", $formula);
                    }
                }

                return $this->same($a, $b, $node->symbol === '+' ? 'the two sides of a sum' : 'the two sides of a difference', $formula);
            case 'and':
            case 'or':
                return Unit::Ratio->dimension();
            default:
                $this->same($a, $b, 'the two sides of a comparison', $formula);

                return Unit::Ratio->dimension();
        }
    }

    /** @return array{float, float}|null */
    private function call(Node $node, string $formula): ?array
    {
        $definition = Functions::all()[$node->symbol];
        $first = null;
        foreach ($node->children as $i => $child) {
            $dimension = $this->of($child, $formula);
            $first = $i === 0 ? $dimension : $first;
            if (($node->symbol === 'min' || $node->symbol === 'max') && $i === 1) {
                $first = $this->same($first, $dimension, "the two arguments of {$node->symbol}", $formula);
            }
        }
        if ($node->symbol === 'sqrt' && $first !== null) {
            return [$first[0] / 2, $first[1] / 2];
        }

        return match ($definition->dimension) {
            'same' => $first,
            'price' => Unit::MoneyPerShare->dimension(),
            'money' => Unit::Money->dimension(),
            'shares' => Unit::Shares->dimension(),
            default => Unit::Ratio->dimension(),
        };
    }

    /**
     * @param  array{float, float}|null  $a
     * @param  array{float, float}|null  $b
     * @return array{float, float}|null
     */
    private function same(?array $a, ?array $b, string $where, string $formula): ?array
    {
        if ($a !== null && $b !== null && $a != $b) {
            throw FormulaError::at("Units do not fit: {$where} are {$this->name($a)} and {$this->name($b)}", $formula);
        }

        return $a ?? $b;
    }

    /** @param  array{float, float}  $dimension */
    private function name(array $dimension): string
    {
        return match ($dimension) {
            [1.0, 0.0] => 'an amount of money', [1.0, -1.0] => 'money per share', [0.0, 1.0] => 'a number of shares', [0.0, 0.0] => 'a ratio',
            default => sprintf('money^%g · shares^%g', ...$dimension),
        };
    }
}
