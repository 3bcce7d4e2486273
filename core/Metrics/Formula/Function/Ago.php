<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula\Function;

use Logion\Metrics\Formula\Parameter;
use Logion\Metrics\Formula\Shape\AtAnotherMoment;
use Logion\Metrics\Moment;

final class Ago extends AtAnotherMoment
{
    public function name(): string
    {
        return 'ago';
    }

    public function description(): string
    {
        return 'the expression n fiscal years earlier';
    }

    public function example(): string
    {
        return 'revenue / ago(revenue, 3)';
    }

    public function reads(): string
    {
        return 'The expression n fiscal years earlier, in the same basis; prices at the end of that year.';
    }

    public function parameters(): array
    {
        return [Parameter::Expression, Parameter::WholeNumber];
    }

    protected function moment(Moment $moment, int $n): Moment
    {
        return $moment->yearsAgo($n);
    }
}
