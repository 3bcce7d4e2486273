<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula\Function;

use Logion\Metrics\CompanyScope;
use Logion\Metrics\Formula\Shape\ReturnOfPrices;

final class TotalReturn extends ReturnOfPrices
{
    public function name(): string
    {
        return 'total_return';
    }

    public function description(): string
    {
        return 'change over a window with dividends reinvested';
    }

    public function example(): string
    {
        return 'total_return(\'1y\')';
    }

    protected function levels(CompanyScope $company): array
    {
        return $company->prices->adjusted;
    }
}
