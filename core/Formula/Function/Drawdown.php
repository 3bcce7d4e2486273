<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Formula\Shape\OfPrices;
use Logion\Formula\Subject;
use Logion\Market\Risk\MaximumDrawdown as MeasuredDrawdown;

final class Drawdown extends OfPrices
{
    public function name(): string
    {
        return 'drawdown';
    }

    protected function description(): string
    {
        return 'largest fall from an earlier peak within a window, as a positive fraction';
    }

    public function example(): string
    {
        return 'drawdown(\'5y\')';
    }

    public function unit(): Unit
    {
        return Unit::Ratio;
    }

    protected function of(Subject $company, Moment $moment, array $arguments): float|Absence
    {
        $x = self::slice($company, $moment, 'adjusted', $arguments[0], true);

        return $x instanceof Absence ? $x : -MeasuredDrawdown::of($x)->depth;
    }
}
