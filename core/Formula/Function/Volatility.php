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

final class Volatility extends OfPrices
{
    public function name(): string
    {
        return 'volatility';
    }

    protected function description(): string
    {
        return 'deviation of daily log total returns × √252';
    }

    public function example(): string
    {
        return 'volatility(\'1y\')';
    }

    public function unit(): Unit
    {
        return Unit::Ratio;
    }

    protected function of(Subject $company, Moment $moment, array $arguments): float|Absence
    {
        $x = self::slice($company, $moment, 'adjusted', $arguments[0], true);

        return $x instanceof Absence ? $x : MeasuredVolatility::annual(Returns::log($x)) ?? Absence::of(Reason::DeviationNeedsReturns);
    }
}
