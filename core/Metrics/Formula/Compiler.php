<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula;

use Closure;
use Logion\Absence;
use Logion\AbsenceKind;
use Logion\Accounts\LineItems;
use Logion\Metrics\Catalogue;
use Logion\Metrics\CompanyScope;
use Logion\Metrics\Moment;

/**
 * Turns a formula's tree into one closure, built once and run for every company of a universe.
 */
final class Compiler
{
    /** @return Closure(CompanyScope, Moment): (float|Absence) */
    public static function compile(Node $node, Catalogue $catalogue): Closure
    {
        $child = static fn (int $i): Closure => self::compile($node->children[$i], $catalogue);

        return match ($node->kind) {
            'number' => self::constant($node->number),
            'text' => throw new \LogicException('A text stands only where a function wants one.'),
            'name' => self::name($node->symbol, $catalogue),
            'unary' => self::unary($node->symbol, $child(0)),
            'binary' => self::binary($node->symbol, $child(0), $child(1)),
            'conditional' => self::conditional($child(0), $child(1), $child(2)),
            'coalesce' => self::coalesce($child(0), $child(1)),
            'call' => self::call($node, $catalogue),
        };
    }

    private static function constant(float $value): Closure
    {
        return static fn (): float => $value;
    }

    private static function name(string $name, Catalogue $catalogue): Closure
    {
        $item = LineItems::find($name);
        if ($item !== null) {
            return static fn (CompanyScope $s, Moment $m): float|Absence => $s->line($item, $m);
        }

        return $catalogue->find($name) !== null
            ? static fn (CompanyScope $s, Moment $m): float|Absence => $s->metric($name, $m)
            : static fn (CompanyScope $s, Moment $m): float|Absence => $s->market($name, $m);
    }

    private static function unary(string $operator, Closure $x): Closure
    {
        return $operator === 'not'
            ? static fn (CompanyScope $s, Moment $m): float|Absence => ($v = $x($s, $m)) instanceof Absence ? $v : ($v == 0.0 ? 1.0 : 0.0)
            : static fn (CompanyScope $s, Moment $m): float|Absence => ($v = $x($s, $m)) instanceof Absence ? $v : -$v;
    }

    private static function binary(string $operator, Closure $x, Closure $y): Closure
    {
        return match ($operator) {
            'and', 'or' => static fn (CompanyScope $s, Moment $m): float|Absence => Operations::logical($operator, $x($s, $m), $y($s, $m)),
            // The four operations of nearly every formula are spelt out: one call less for each, in a loop over a universe.
            '+' => static function (CompanyScope $s, Moment $m) use ($x, $y): float|Absence {
                $a = $x($s, $m);
                if ($a instanceof Absence) {
                    return $a;
                }
                $b = $y($s, $m);

                return $b instanceof Absence ? $b : $a + $b;
            },
            '-' => static function (CompanyScope $s, Moment $m) use ($x, $y): float|Absence {
                $a = $x($s, $m);
                if ($a instanceof Absence) {
                    return $a;
                }
                $b = $y($s, $m);

                return $b instanceof Absence ? $b : $a - $b;
            },
            '*' => static function (CompanyScope $s, Moment $m) use ($x, $y): float|Absence {
                $a = $x($s, $m);
                if ($a instanceof Absence) {
                    return $a;
                }
                $b = $y($s, $m);

                return $b instanceof Absence ? $b : $a * $b;
            },
            default => static function (CompanyScope $s, Moment $m) use ($operator, $x, $y): float|Absence {
                $a = $x($s, $m);
                if ($a instanceof Absence) {
                    return $a;
                }
                $b = $y($s, $m);

                return $b instanceof Absence ? $b : Operations::apply($operator, $a, $b);
            },
        };
    }

    private static function conditional(Closure $condition, Closure $then, Closure $else): Closure
    {
        return static function (CompanyScope $s, Moment $m) use ($condition, $then, $else): float|Absence {
            $c = $condition($s, $m);

            return $c instanceof Absence ? $c : ($c != 0.0 ? $then($s, $m) : $else($s, $m));
        };
    }

    private static function coalesce(Closure $value, Closure $fallback): Closure
    {
        return static function (CompanyScope $s, Moment $m) use ($value, $fallback): float|Absence {
            $v = $value($s, $m);

            return $v instanceof Absence && $v->kind === AbsenceKind::Missing ? $fallback($s, $m) : $v;
        };
    }

    private static function call(Node $node, Catalogue $catalogue): Closure
    {
        $definition = Functions::all()[$node->symbol];
        $arguments = [];
        foreach ($node->children as $i => $argument) {
            $arguments[] = match (true) {
                $definition->parameters[$i] === 'expression' => self::compile($argument, $catalogue),
                $argument->kind === 'text' => $argument->symbol,
                default => $argument->number,
            };
        }
        $meaning = $definition->meaning;
        $nodes = $node->children;

        return static fn (CompanyScope $s, Moment $m): float|Absence => $meaning($s, $m, $arguments, $nodes);
    }
}
