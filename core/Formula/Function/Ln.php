<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Figure\Unit;
use Logion\Formula\Parameter;
use Logion\Formula\Shape\Pointwise;

final class Ln extends Pointwise
{
    public function name(): string
    {
        return 'ln';
    }

    protected function description(): string
    {
        return 'natural logarithm';
    }

    public function example(): string
    {
        return 'ln(market_cap / revenue)';
    }

    public function parameters(): array
    {
        return [Parameter::Expression];
    }

    public function unit(): Unit
    {
        return Unit::Ratio;
    }

    protected function of(float $x, float $y): float|Absence
    {
        return $x > 0 ? log($x) : Absence::of(Reason::NoLogarithm);
    }
}
