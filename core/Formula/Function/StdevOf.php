<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\Shape\OverPeriods;
use Logion\Statistics\Descriptive;

final class StdevOf extends OverPeriods
{
    public function name(): string
    {
        return 'stdev_of';
    }

    protected function description(): string
    {
        return 'sample deviation over the last n completed fiscal years';
    }

    public function example(): string
    {
        return 'stdev_of(operating_margin, 10)';
    }

    protected function of(array $members): float|Absence
    {
        return Descriptive::deviation(array_values($members)) ?? Absence::of(Reason::DeviationNeedsYears);
    }
}
