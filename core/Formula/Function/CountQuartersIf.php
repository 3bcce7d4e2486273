<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Formula\Shape\OverPeriods;

final class CountQuartersIf extends OverPeriods
{
    public function name(): string
    {
        return 'count_quarters_if';
    }

    protected function description(): string
    {
        return 'number of the last n reported quarters in which a condition holds';
    }

    public function example(): string
    {
        return 'count_quarters_if(surprise(revenue) > 0, 8)';
    }

    public function unit(): Unit
    {
        return Unit::Ratio;
    }

    protected function reads(): string
    {
        return 'The last n reported quarters; at least 70 % of them must have a value.';
    }

    protected function moment(Moment $moment, int $back): Moment
    {
        return $moment->singleQuarter($back);
    }

    protected function areQuarters(): bool
    {
        return true;
    }

    protected function of(array $members): float
    {
        return (float) array_sum($members);
    }
}
