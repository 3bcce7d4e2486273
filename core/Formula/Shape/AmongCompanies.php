<?php

declare(strict_types=1);

namespace Logion\Formula\Shape;

use Logion\Figure\Unit;
use Logion\Formula\Evaluator;
use Logion\Formula\FormulaFunction;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Parameter;
use Logion\Formula\Vector;

/** Where a company stands among others. Amounts are compared in the installation's currency. Fewer than five say nothing. */
abstract class AmongCompanies extends FormulaFunction
{
    public const FEWEST = 5;

    /** Whether the others are those of the same sector and kind of business, or all shares. */
    abstract public function inSector(): bool;

    /**
     * From the sorted values of the others.
     *
     * @param  list<float>  $sorted  ascending, at least {@see FEWEST}
     * @param  float  $own  the company's own value; NAN where it has none and {@see needsOwn()} does not ask for it
     */
    abstract public function standing(array $sorted, float $own): float;

    /** Whether the company itself must have a value. */
    public function needsOwn(): bool
    {
        return true;
    }

    public function movesDaily(): bool
    {
        return true;
    }

    public function parameters(): array
    {
        return [Parameter::Expression];
    }

    protected function reads(): string
    {
        return 'The column of the expression over '.
            ($this->inSector() ? 'the shares of the same sector and kind of business' : 'all shares').
            '; at least five must have a value.';
    }

    public function comparesCompanies(): bool
    {
        return true;
    }

    public function isSource(): bool
    {
        return true;
    }

    public function unit(): ?Unit
    {
        return Unit::Ratio;
    }

    public function value(Node $call, Moment $moment, Evaluator $evaluator): Vector
    {
        return $evaluator->compare($this, $call->children[0], $moment);
    }
}
