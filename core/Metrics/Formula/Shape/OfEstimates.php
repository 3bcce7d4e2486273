<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula\Shape;

use Logion\Absence;
use Logion\Metrics\CompanyScope;
use Logion\Metrics\Formula\Evaluator;
use Logion\Metrics\Formula\FormulaFunction;
use Logion\Metrics\Formula\Node;
use Logion\Metrics\Formula\Parameter;
use Logion\Metrics\Formula\Vector;
use Logion\Metrics\Moment;

/** Something of what analysts expect of a line. */
abstract class OfEstimates extends FormulaFunction
{
    /** @param  list<float>  $numbers  the arguments after the line */
    abstract protected function of(CompanyScope $company, Moment $moment, string $line, array $numbers): float|Absence;

    public function parameters(): array
    {
        return [Parameter::Name, Parameter::WholeNumber];
    }

    public function reads(): string
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

        return $evaluator->ofEach($moment, fn (CompanyScope $company, Moment $moment): float|Absence => $this->of($company, $moment, $line, $numbers));
    }
}
