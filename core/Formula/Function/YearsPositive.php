<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Unit;
use Logion\Formula\Shape\OverPeriods;

final class YearsPositive extends OverPeriods
{
    public function name(): string
    {
        return 'years_positive';
    }

    protected function description(): string
    {
        return 'number of the last n fiscal years above zero';
    }

    public function example(): string
    {
        return 'years_positive(net_income_common, 10)';
    }

    public function unit(): Unit
    {
        return Unit::Ratio;
    }

    protected function of(array $members): float
    {
        return (float) count(array_filter($members, static fn (float $value): bool => $value > 0));
    }
}
