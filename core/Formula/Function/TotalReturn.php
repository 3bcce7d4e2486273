<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Formula\Shape\ReturnOfPrices;
use Logion\Formula\Subject;

final class TotalReturn extends ReturnOfPrices
{
    public function name(): string
    {
        return 'total_return';
    }

    protected function description(): string
    {
        return 'change over a window with dividends reinvested';
    }

    public function example(): string
    {
        return 'total_return(\'1y\')';
    }

    protected function levels(Subject $company): array
    {
        return $company->prices()->adjusted;
    }
}
