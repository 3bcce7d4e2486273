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

final class BetaToIndex extends OfPrices
{
    public function name(): string
    {
        return 'beta_to_index';
    }

    protected function description(): string
    {
        return 'least-squares slope of monthly total returns on the home index';
    }

    public function example(): string
    {
        return 'beta_to_index(60)';
    }

    protected function reads(): string
    {
        return 'The last n finished months that share and index have in common, at least 36.';
    }

    public function parameters(): array
    {
        return [Parameter::WholeNumber];
    }

    public function unit(): Unit
    {
        return Unit::Ratio;
    }

    /** Its window is one of months, and only their ends are read. */
    public function times(Node $call): float
    {
        return max(1.0, $call->children[0]->number);
    }

    protected function of(Subject $company, Moment $moment, array $arguments): float|Absence
    {
        return $company->beta((int) $arguments[0], $moment)->beta ?? Absence::of(Reason::BetaNeedsMonths);
    }
}
