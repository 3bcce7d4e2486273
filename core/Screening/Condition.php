<?php

declare(strict_types=1);

namespace Logion\Screening;

use Logion\Formula\Node;
use Logion\Formula\Operator;

/** A comparison read as a demand: what is looked at, and what it must be. */
final readonly class Condition
{
    private function __construct(public Node $actual, public Operator $operator, public Node $required)
    {
    }

    /** Null for a condition that is not one comparison. */
    public static function of(Node $formula): ?self
    {
        if ($formula->kind !== 'binary' || ! $formula->operator()->isComparison()) {
            return null;
        }
        [$left, $right] = $formula->children;

        return $left->names() === [] && $right->names() !== []
            ? new self($right, $formula->operator()->mirrored(), $left)
            : new self($left, $formula->operator(), $right);
    }

    /** By how much the demand is met, in the unit of the figure; negative where it is missed. */
    public function slack(float $actual, float $required): float
    {
        return match ($this->operator->value[0]) {
            '<' => $required - $actual,
            '>' => $actual - $required,
            '=' => -abs($actual - $required),
            default => abs($actual - $required),
        };
    }

    /** The slack as a fraction of what is required; null where that is zero. */
    public function relative(float $actual, float $required): ?float
    {
        return $required == 0.0 ? null : $this->slack($actual, $required) / abs($required);
    }
}
