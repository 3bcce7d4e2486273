<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Formula\Parameter;
use Logion\Formula\Shape\OfPrices;
use Logion\Formula\Subject;

final class IndexTotalReturn extends OfPrices
{
    public function name(): string
    {
        return 'index_total_return';
    }

    protected function description(): string
    {
        return 'the same for the index of the home exchange';
    }

    public function example(): string
    {
        return 'total_return(\'1y\') - index_total_return(\'1y\')';
    }

    protected function reads(): string
    {
        return 'The home index between the days the window of the share begins and ends with.';
    }

    public function parameters(): array
    {
        return [Parameter::Period];
    }

    public function unit(): Unit
    {
        return Unit::Ratio;
    }

    protected function of(Subject $company, Moment $moment, array $arguments): float|Absence
    {
        return $company->indexReturn($moment, $arguments[0]);
    }
}
