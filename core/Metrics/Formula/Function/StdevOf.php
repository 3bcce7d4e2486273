<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula\Function;

use Logion\Absence;
use Logion\Metrics\Formula\Shape\OverPeriods;
use Logion\Statistics\Descriptive;

final class StdevOf extends OverPeriods
{
    public function name(): string
    {
        return 'stdev_of';
    }

    public function description(): string
    {
        return 'sample deviation over the last n completed fiscal years';
    }

    public function example(): string
    {
        return 'stdev_of(operating_margin, 10)';
    }

    protected function of(array $members): float|Absence
    {
        return Descriptive::deviation(array_values($members)) ?? Absence::notEnoughHistory('A deviation needs two years.');
    }
}
