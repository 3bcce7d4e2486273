<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Formula\Moment;
use Logion\Formula\Parameter;
use Logion\Formula\Shape\AtAnotherMoment;

final class DaysAgo extends AtAnotherMoment
{
    public function movesDaily(): bool
    {
        return true;
    }

    public function name(): string
    {
        return 'days_ago';
    }

    protected function description(): string
    {
        return 'the expression n trading days earlier';
    }

    public function example(): string
    {
        return 'price / days_ago(price, 5) - 1';
    }

    protected function reads(): string
    {
        return 'Prices n trading days earlier, with the reports of today.';
    }

    public function parameters(): array
    {
        return [Parameter::Expression, Parameter::WholeNumber];
    }

    protected function moment(Moment $moment, int $n): Moment
    {
        return $moment->daysAgo($n);
    }
}
