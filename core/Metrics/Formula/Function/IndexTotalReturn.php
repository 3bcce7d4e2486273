<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula\Function;

use Logion\Absence;
use Logion\Metrics\CompanyScope;
use Logion\Metrics\Formula\Parameter;
use Logion\Metrics\Formula\Shape\OfPrices;
use Logion\Metrics\Moment;
use Logion\Unit;

final class IndexTotalReturn extends OfPrices
{
    public function name(): string
    {
        return 'index_total_return';
    }

    public function description(): string
    {
        return 'the same for the index of the home exchange';
    }

    public function example(): string
    {
        return 'total_return(\'1y\') - index_total_return(\'1y\')';
    }

    public function reads(): string
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

    protected function of(CompanyScope $company, Moment $moment, array $arguments): float|Absence
    {
        return $company->indexReturn($moment, $arguments[0]);
    }
}
