<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Formula\Moment;
use Logion\Formula\Parameter;
use Logion\Formula\Shape\AtAnotherMoment;

final class Ago extends AtAnotherMoment
{
    public function name(): string
    {
        return 'ago';
    }

    protected function description(): string
    {
        return 'the expression n fiscal years earlier';
    }

    public function example(): string
    {
        return 'revenue / ago(revenue, 3)';
    }

    protected function reads(): string
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
