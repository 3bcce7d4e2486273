<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Formula\Moment;
use Logion\Formula\Parameter;
use Logion\Formula\Shape\AtAnotherMoment;

final class QuartersAgo extends AtAnotherMoment
{
    public function name(): string
    {
        return 'quarters_ago';
    }

    protected function description(): string
    {
        return 'the expression n quarters earlier';
    }

    public function example(): string
    {
        return 'gross_margin - quarters_ago(gross_margin, 4)';
    }

    protected function reads(): string
    {
        return 'The expression n quarters earlier; prices at the end of that quarter.';
    }

    public function parameters(): array
    {
        return [Parameter::Expression, Parameter::WholeNumber];
    }

    protected function moment(Moment $moment, int $n): Moment
    {
        return $moment->quartersAgo($n);
    }
}
