<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Formula\Shape\ReturnOfPrices;
use Logion\Formula\Subject;

final class PriceReturn extends ReturnOfPrices
{
    public function name(): string
    {
        return 'price_return';
    }

    protected function description(): string
    {
        return 'price change over a window';
    }

    public function example(): string
    {
        return 'price_return(\'1y\')';
    }

    protected function levels(Subject $company): array
    {
        return $company->prices()->closes;
    }
}
