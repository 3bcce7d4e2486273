<?php

declare(strict_types=1);

namespace Logion\Formula;

use Logion\Figure\Unit;
use Logion\Figure\Words;

/**
 * A function of the language. Each stands in one file of `Function/`, which says all there is to say of it: its name and
 * parameters, what it means, its unit, how much it costs, what it reads, and how it is valued. There is no other list.
 */
abstract class FormulaFunction
{
    /** Name in formulas. */
    abstract public function name(): string;

    /** @return list<Parameter> */
    abstract public function parameters(): array;

    /** What it means, in a line, in English. */
    abstract protected function description(): string;

    /** What it looks at to find its value: a window of years or days, estimates, other companies; in English. */
    abstract protected function reads(): string;

    /** A formula that uses it. */
    abstract public function example(): string;

    /** Its value for each company, at a moment. */
    abstract public function value(Node $call, Moment $moment, Evaluator $evaluator): Vector;

    /** Whether it needs nothing but its arguments' values at the same moment. */
    public function isPointwise(): bool
    {
        return false;
    }

    /** Whether it compares a company with others of the universe. */
    public function comparesCompanies(): bool
    {
        return false;
    }

    /** Whether its value may be another on the next day though nothing was reported in between. */
    public function movesDaily(): bool
    {
        return false;
    }

    /** Whether the working shows it as a source of its own, rather than what its arguments read. */
    public function isSource(): bool
    {
        return false;
    }

    /** Unit of its value where it has one of its own; null where it keeps that of arguments. */
    public function unit(): ?Unit
    {
        return null;
    }

    /** @return list<int> arguments whose common unit its value has, where it has none of its own */
    public function keepsUnitOf(): array
    {
        return [0];
    }

    /**
     * @param  list<array{float, float}|null>  $arguments  dimension of each; null is a plain number
     * @return array{float, float}|null
     *
     * @throws FormulaError if the arguments' units do not fit
     */
    public function dimension(array $arguments, string $formula): ?array
    {
        if ($this->unit() !== null) {
            return $this->unit()->dimension();
        }
        $dimension = null;
        foreach ($this->keepsUnitOf() as $i) {
            $dimension = Dimensions::same($dimension, $arguments[$i], Words::say('the_arguments_of', name: $this->name()), $formula);
        }

        return $dimension;
    }

    /** How many times its arguments are valued for one company. */
    public function times(Node $call): float
    {
        return 1.0;
    }

    /** What it means, in a line. */
    final public function meaning(): string
    {
        return Words::label("function.{$this->name()}", $this->description());
    }

    /** What it looks at. */
    final public function window(): string
    {
        return Words::label("function.{$this->name()}.reads", $this->reads());
    }

    public function signature(): string
    {
        return $this->parameters() === []
            ? Words::say('no_argument')
            : implode(', ', array_map(static fn (Parameter $parameter): string => $parameter->label(), $this->parameters()));
    }

    /**
     * The arguments that are not formulas: numbers, and texts as such.
     *
     * @return array<int, float|string> by place
     */
    protected static function constants(Node $call): array
    {
        $constants = [];
        foreach ($call->children as $i => $child) {
            if ($child->kind === 'number' || $child->kind === 'text') {
                $constants[$i] = $child->kind === 'number' ? $child->number : $child->symbol;
            }
        }

        return $constants;
    }
}
