<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\Evaluator;
use Logion\Formula\FormulaFunction;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Operator;
use Logion\Formula\Parameter;
use Logion\Formula\Vector;

final class SmaOf extends FormulaFunction
{
    public function movesDaily(): bool
    {
        return true;
    }

    public function name(): string
    {
        return 'sma_of';
    }

    protected function description(): string
    {
        return 'mean of an expression over the last n days';
    }

    public function example(): string
    {
        return 'sma_of(stochastic_k, 3)';
    }

    protected function reads(): string
    {
        return 'The expression on each of the last n trading days; each must have a value.';
    }

    public function parameters(): array
    {
        return [Parameter::Expression, Parameter::WholeNumber];
    }

    public function times(Node $call): float
    {
        return $call->children[1]->number;
    }

    public function value(Node $call, Moment $moment, Evaluator $evaluator): Vector
    {
        $n = (int) $call->children[1]->number;
        if ($n === 0) {
            return Vector::absent(Absence::of(Reason::MeanOfNoDays), $evaluator->size);
        }
        $sum = Vector::constant(0.0, $evaluator->size);
        for ($i = $n - 1; $i >= 0; $i--) {
            $sum = Operator::Add->on($sum, $evaluator->of($call->children[0], $moment->daysAgo($i)));
        }

        return Operator::Divide->on($sum, Vector::constant((float) $n, $evaluator->size));
    }
}
