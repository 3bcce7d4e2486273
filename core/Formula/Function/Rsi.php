<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Formula\Parameter;
use Logion\Formula\Shape\OfPrices;
use Logion\Formula\Subject;

final class Rsi extends OfPrices
{
    public function name(): string
    {
        return 'rsi';
    }

    protected function description(): string
    {
        return 'relative strength index, Wilder\'s smoothing, 0 to 100, from the first known bar';
    }

    public function example(): string
    {
        return 'rsi(14)';
    }

    protected function reads(): string
    {
        return 'Every close from the first known bar on.';
    }

    public function parameters(): array
    {
        return [Parameter::WholeNumber];
    }

    public function unit(): Unit
    {
        return Unit::Score;
    }

    protected function of(Subject $company, Moment $moment, array $arguments): float|Absence
    {
        $to = $company->marketPosition($moment);
        if ($to instanceof Absence) {
            return $to;
        }
        $n = (int) $arguments[0];

        return ($n === 0 ? null : $company->relativeStrength($n, $to)) ?? Absence::of(Reason::PricesShorterThanWindow);
    }
}
