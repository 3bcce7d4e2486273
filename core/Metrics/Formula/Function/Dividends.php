<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula\Function;

use Logion\Absence;
use Logion\Metrics\CompanyScope;
use Logion\Metrics\Formula\Shape\OfPrices;
use Logion\Metrics\Moment;
use Logion\Unit;

final class Dividends extends OfPrices
{
    public function name(): string
    {
        return 'dividends';
    }

    public function description(): string
    {
        return 'dividends a share with an ex-date in a window';
    }

    public function example(): string
    {
        return 'dividends(\'1y\') / price';
    }

    public function reads(): string
    {
        return 'Ex-dates after the beginning of the window up to its end, on the share basis of the as-of day.';
    }

    public function unit(): Unit
    {
        return Unit::MoneyPerShare;
    }

    protected function of(CompanyScope $company, Moment $moment, array $arguments): float|Absence
    {
        return $company->dividends($moment, $arguments[0]);
    }
}
