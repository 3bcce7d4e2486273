<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Formula\Moment;
use Logion\Formula\Parameter;
use Logion\Formula\Shape\AtAnotherMoment;

final class Quarter extends AtAnotherMoment
{
    public function name(): string
    {
        return 'quarter';
    }

    protected function description(): string
    {
        return 'the expression, and every metric in it, for the latest quarter, the half-year where no quarters are reported';
    }

    public function example(): string
    {
        return 'quarter(gross_margin)';
    }

    protected function reads(): string
    {
        return 'The expression in the quarter basis, whatever basis its metrics have elsewhere.';
    }

    public function parameters(): array
    {
        return [Parameter::Expression];
    }

    protected function moment(Moment $moment, int $n): Moment
    {
        return $moment->inBasis('quarter');
    }
}
