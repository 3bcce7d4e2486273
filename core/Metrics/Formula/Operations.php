<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula;

use Logion\Absence;

/** Meaning of the operators on two known numbers, shared by interpreter and compiler. */
final class Operations
{
    public static function divide(float $x, float $y): float|Absence
    {
        return $y == 0.0 ? Absence::notMeaningful('Division by zero.') : $x / $y;
    }

    public static function power(float $x, float $y): float|Absence
    {
        $result = $x == 0.0 && $y < 0 ? NAN : $x ** $y;

        return is_finite($result) ? $result : Absence::notMeaningful('The power does not exist or is too large.');
    }

    /** Arithmetic and comparisons; a comparison gives 1 or 0. */
    public static function apply(string $operator, float $x, float $y): float|Absence
    {
        return match ($operator) {
            '+' => $x + $y,
            '-' => $x - $y,
            '*' => $x * $y,
            '/' => self::divide($x, $y),
            '**' => self::power($x, $y),
            '<' => $x < $y ? 1.0 : 0.0,
            '>' => $x > $y ? 1.0 : 0.0,
            '<=' => $x <= $y ? 1.0 : 0.0,
            '>=' => $x >= $y ? 1.0 : 0.0,
            '==' => $x == $y ? 1.0 : 0.0,
            '!=' => $x != $y ? 1.0 : 0.0,
            default => throw new \LogicException("Unknown operator {$operator}."),
        };
    }

    /** Three-valued: a known side that decides, decides; else an unknown side makes the whole unknown. */
    public static function logical(string $operator, float|Absence $x, float|Absence $y): float|Absence
    {
        $decides = $operator === 'or';
        foreach ([$x, $y] as $side) {
            if (! $side instanceof Absence && ($side != 0.0) === $decides) {
                return $decides ? 1.0 : 0.0;
            }
        }

        return $x instanceof Absence ? $x : ($y instanceof Absence ? $y : ($decides ? 0.0 : 1.0));
    }
}
