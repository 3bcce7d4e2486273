<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula\Shape;

use Logion\Metrics\Formula\Evaluator;
use Logion\Metrics\Formula\FormulaFunction;
use Logion\Metrics\Formula\Node;
use Logion\Metrics\Formula\Vector;
use Logion\Metrics\Moment;

/** The whole expression as of another moment, or in another basis. */
abstract class AtAnotherMoment extends FormulaFunction
{
    abstract protected function moment(Moment $moment, int $n): Moment;

    public function value(Node $call, Moment $moment, Evaluator $evaluator): Vector
    {
        return $evaluator->of($call->children[0], $this->moment($moment, isset($call->children[1]) ? (int) $call->children[1]->number : 0));
    }
}
