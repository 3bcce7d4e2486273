<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula;

use Closure;
use Logion\Absence;
use Logion\Metrics\CompanyScope;
use Logion\Metrics\Moment;

/**
 * A function of the language: its parameters, the unit of its result and its meaning, shared by interpreter and compiler.
 *
 * Parameters are "expression" (handed over as a closure that values it at any moment), "whole number", "fraction",
 * "days" (a whole number of trading days, or 'ytd').
 */
final readonly class FunctionDefinition
{
    /**
     * @param  list<string>  $parameters
     * @param  'ratio'|'same'|'price'|'money'|'shares'  $dimension  unit of the result; "same" is that of the first argument
     * @param  Closure(CompanyScope, Moment, list<mixed>, list<Node>): (float|Absence)  $meaning  arguments as the parameters say: closures for expressions, numbers, 'ytd'
     */
    public function __construct(
        public string $name,
        public array $parameters,
        public string $dimension,
        public string $description,
        public Closure $meaning,
    ) {
    }

    public function signature(): string
    {
        return $this->parameters === [] ? 'no argument' : implode(', ', $this->parameters);
    }
}
