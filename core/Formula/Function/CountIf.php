<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Unit;
use Logion\Formula\Shape\OverPeriods;

final class CountIf extends OverPeriods
{
    public function name(): string
    {
        return 'count_if';
    }

    protected function description(): string
    {
        return 'number of the last n fiscal years in which a condition holds';
    }

    public function example(): string
    {
        return 'count_if(revenue < ago(revenue, 1), 10)';
    }

    public function unit(): Unit
    {
        return Unit::Ratio;
    }

    protected function of(array $members): float
    {
        return (float) array_sum($members);
    }
}
