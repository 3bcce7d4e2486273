<?php

declare(strict_types=1);

namespace Logion\Formula\Shape;

use Logion\Figure\Absence;
use Logion\Formula\Evaluator;
use Logion\Formula\FormulaFunction;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Vector;

/** A function of its arguments' values and of nothing else. The first argument without a value decides. */
abstract class Pointwise extends FormulaFunction
{
    abstract protected function of(float $x, float $y): float|Absence;

    public function isPointwise(): bool
    {
        return true;
    }

    protected function reads(): string
    {
        return 'Its arguments.';
    }

    public function value(Node $call, Moment $moment, Evaluator $evaluator): Vector
    {
        $x = $evaluator->of($call->children[0], $moment);
        $y = isset($call->children[1]) ? $evaluator->of($call->children[1], $moment) : null;
        $absences = $y === null ? $x->absences : $x->absences + $y->absences;
        $values = [];
        foreach ($x->values as $i => $value) {
            $other = $y->values[$i] ?? 0.0;
            $result = $value != $value || $other != $other ? NAN : $this->of($value, $other);
            if ($result instanceof Absence) {
                $absences[$i] ??= $result;
                $result = NAN;
            }
            $values[] = $result;
        }

        return new Vector($values, $absences);
    }
}
