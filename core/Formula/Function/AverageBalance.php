<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Unit;
use Logion\Formula\Parameter;
use Logion\Formula\Shape\BetweenYears;

final class AverageBalance extends BetweenYears
{
    public function name(): string
    {
        return 'average_balance';
    }

    protected function description(): string
    {
        return 'mean of the figure and its value a year earlier';
    }

    public function example(): string
    {
        return 'net_income / average_balance(total_assets)';
    }

    protected function reads(): string
    {
        return 'The expression now and one fiscal year earlier.';
    }

    public function parameters(): array
    {
        return [Parameter::Expression];
    }

    public function unit(): ?Unit
    {
        return null;
    }

    protected function of(float $now, float $before, float $years): float
    {
        return ($now + $before) / 2;
    }
}
