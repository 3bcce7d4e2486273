<?php

declare(strict_types=1);

namespace Logion\Formula\Shape;

use Logion\Figure\Absence;
use Logion\Formula\Evaluator;
use Logion\Formula\FormulaFunction;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Parameter;
use Logion\Formula\Subject;
use Logion\Formula\Vector;

/** Something of what analysts expect of a line. */
abstract class OfEstimates extends FormulaFunction
{
    /** @param  list<float>  $numbers  the arguments after the line */
    abstract protected function of(Subject $company, Moment $moment, string $line, array $numbers): float|Absence;

    public function movesDaily(): bool
    {
        return true;
    }

    public function parameters(): array
    {
        return [Parameter::Name, Parameter::WholeNumber];
    }

    protected function reads(): string
    {
        return 'The latest consensus published by the moment, for the k-th fiscal year not yet reported then.';
    }

    public function isSource(): bool
    {
        return true;
    }

    public function value(Node $call, Moment $moment, Evaluator $evaluator): Vector
    {
        $line = $call->children[0]->symbol;
        $numbers = array_map('floatval', array_values(self::constants($call)));

        return $evaluator->ofEach(
            $moment,
            fn (Subject $company, Moment $moment): float|Absence => $this->of($company, $moment, $line, $numbers),
        );
    }
}
