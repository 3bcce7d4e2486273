<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula\Function;

use Logion\Metrics\CompanyScope;
use Logion\Metrics\Formula\Shape\ReturnOfPrices;

final class PriceReturn extends ReturnOfPrices
{
    public function name(): string
    {
        return 'price_return';
    }

    public function description(): string
    {
        return 'price change over a window';
    }

    public function example(): string
    {
        return 'price_return(\'1y\')';
    }

    protected function levels(CompanyScope $company): array
    {
        return $company->prices->closes;
    }
}
