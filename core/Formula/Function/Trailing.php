<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Formula\Moment;
use Logion\Formula\Parameter;
use Logion\Formula\Shape\AtAnotherMoment;

final class Trailing extends AtAnotherMoment
{
    public function name(): string
    {
        return 'trailing';
    }

    protected function description(): string
    {
        return 'the expression, and every metric in it, for the last twelve months';
    }

    public function example(): string
    {
        return 'trailing(gross_margin)';
    }

    protected function reads(): string
    {
        return 'The expression in the trailing basis, whatever basis its metrics have elsewhere.';
    }

    public function parameters(): array
    {
        return [Parameter::Expression];
    }

    protected function moment(Moment $moment, int $n): Moment
    {
        return $moment->inBasis('trailing');
    }
}
