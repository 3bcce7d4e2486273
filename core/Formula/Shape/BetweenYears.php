<?php

declare(strict_types=1);

namespace Logion\Formula\Shape;

use Logion\Figure\Absence;
use Logion\Figure\Unit;
use Logion\Formula\Evaluator;
use Logion\Formula\FormulaFunction;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Parameter;
use Logion\Formula\Vector;

/** A figure now against the same n fiscal years earlier; the first without a value decides. */
abstract class BetweenYears extends FormulaFunction
{
    abstract protected function of(float $now, float $before, float $years): float|Absence;

    public function parameters(): array
    {
        return [Parameter::Expression, Parameter::WholeNumber];
    }

    protected function reads(): string
    {
        return 'The expression now and n fiscal years earlier, in the same basis.';
    }

    public function unit(): ?Unit
    {
        return Unit::Ratio;
    }

    public function times(Node $call): float
    {
        return 2.0;
    }

    public function value(Node $call, Moment $moment, Evaluator $evaluator): Vector
    {
        $years = isset($call->children[1]) ? (int) $call->children[1]->number : 1;
        $now = $evaluator->of($call->children[0], $moment);
        $before = $evaluator->of($call->children[0], $moment->yearsAgo($years));
        $absences = $now->absences + $before->absences;
        $values = $now->values;
        foreach ($before->values as $i => $earlier) {
            if ($values[$i] != $values[$i] || $earlier != $earlier) {
                $values[$i] = NAN;

                continue;
            }
            $result = $this->of($values[$i], $earlier, (float) $years);
            if ($result instanceof Absence) {
                $absences[$i] = $result;
                $result = NAN;
            }
            $values[$i] = $result;
        }

        return new Vector($values, $absences);
    }
}
