<?php

declare(strict_types=1);

namespace Logion\Formula;

use Logion\Figure\Unit;

/** The operators before one operand, as {@see Operator} those between two. */
enum UnaryOperator: string
{
    case Negative = '-';
    case Not = 'not';

    public static function written(string $symbol): ?self
    {
        return $symbol === '!' ? self::Not : self::tryFrom($symbol);
    }

    /** Power binds tighter than minus; `not` looser than a comparison. */
    public function rank(): int
    {
        return $this === self::Not ? 2 : 6;
    }

    /**
     * @param  array{float, float}|null  $dimension
     * @return array{float, float}|null
     */
    public function dimension(?array $dimension): ?array
    {
        return $this === self::Not ? Unit::Ratio->dimension() : $dimension;
    }

    public function on(Vector $x): Vector
    {
        $values = $x->values;
        if ($this === self::Negative) {
            foreach ($values as $i => $value) {
                $values[$i] = -$value;
            }
        } else {
            foreach ($values as $i => $value) {
                $values[$i] = $value != $value ? NAN : ($value == 0.0 ? 1.0 : 0.0);
            }
        }

        return new Vector($values, $x->absences);
    }
}
