<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Parameter;
use Logion\Formula\Shape\OfPrices;
use Logion\Formula\Subject;

final class ValueToPrice extends OfPrices
{
    /** A valuation takes as long as so many steps of a formula. */
    private const STEPS = 3000.0;

    public function name(): string
    {
        return 'value_to_price';
    }

    protected function description(): string
    {
        return 'what a share is worth by a method of Value, with the inputs it starts with, over its price';
    }

    public function example(): string
    {
        return 'value_to_price(\'cash_flow_to_firm\')';
    }

    protected function reads(): string
    {
        return 'What the method reads, on the as-of day alone; a value has no past.';
    }

    public function parameters(): array
    {
        return [Parameter::Method];
    }

    public function unit(): Unit
    {
        return Unit::Ratio;
    }

    public function times(Node $call): float
    {
        return self::STEPS;
    }

    protected function of(Subject $company, Moment $moment, array $arguments): float|Absence
    {
        return $moment->isNow() ? $company->valueToPrice((string) $arguments[0]) : Absence::of(Reason::ValueHasNoPast);
    }
}
