<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Formula\Shape\OfPrices;
use Logion\Formula\Subject;
use Logion\Market\Returns;
use Logion\Market\Risk\ReturnVolatility as MeasuredVolatility;

final class DownsideDeviation extends OfPrices
{
    public function name(): string
    {
        return 'downside_deviation';
    }

    protected function description(): string
    {
        return 'root mean square of daily returns below the bill rate × √252';
    }

    public function example(): string
    {
        return 'downside_deviation(\'1y\')';
    }

    public function unit(): Unit
    {
        return Unit::Ratio;
    }

    protected function of(Subject $company, Moment $moment, array $arguments): float|Absence
    {
        $x = self::slice($company, $moment, 'adjusted', $arguments[0], true);
        $bill = $company->market('bill_rate', $moment);
        if ($x instanceof Absence || $bill instanceof Absence) {
            return $x instanceof Absence ? $x : $bill;
        }

        return MeasuredVolatility::downside(Returns::simple($x), $bill / 252) ?? Absence::of(Reason::NoReturnInWindow);
    }
}
