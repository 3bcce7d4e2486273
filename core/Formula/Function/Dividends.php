<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Formula\Shape\OfPrices;
use Logion\Formula\Subject;

final class Dividends extends OfPrices
{
    public function name(): string
    {
        return 'dividends';
    }

    protected function description(): string
    {
        return 'dividends a share with an ex-date in a window';
    }

    public function example(): string
    {
        return 'dividends(\'1y\') / price';
    }

    protected function reads(): string
    {
        return 'Ex-dates after the beginning of the window up to its end, on the share basis of the as-of day.';
    }

    public function unit(): Unit
    {
        return Unit::MoneyPerShare;
    }

    protected function of(Subject $company, Moment $moment, array $arguments): float|Absence
    {
        return $company->dividends($moment, $arguments[0]);
    }
}
