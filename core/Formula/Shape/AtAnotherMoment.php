<?php

declare(strict_types=1);

namespace Logion\Formula\Shape;

use Logion\Formula\Evaluator;
use Logion\Formula\FormulaFunction;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Vector;

/** The whole expression as of another moment, or in another basis. */
abstract class AtAnotherMoment extends FormulaFunction
{
    abstract protected function moment(Moment $moment, int $n): Moment;

    public function value(Node $call, Moment $moment, Evaluator $evaluator): Vector
    {
        return $evaluator->of($call->children[0], $this->moment($moment, isset($call->children[1]) ? (int) $call->children[1]->number : 0));
    }
}
