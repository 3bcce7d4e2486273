<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Figure\Unit;
use Logion\Formula\Shape\OverPeriods;
use Logion\Statistics\Descriptive;

final class Trend extends OverPeriods
{
    public function name(): string
    {
        return 'trend';
    }

    protected function description(): string
    {
        return 'least-squares slope a year over the mean of the last n fiscal years';
    }

    public function example(): string
    {
        return 'trend(gross_margin, 5)';
    }

    public function unit(): Unit
    {
        return Unit::Ratio;
    }

    protected function of(array $members): float|Absence
    {
        $mean = array_sum($members) / count($members);
        if ($mean <= 0) {
            return Absence::of(Reason::TrendNeedsPositiveMean);
        }
        // Members are keyed by the years they lie back.
        $slope = Descriptive::slope($members);

        return $slope === null ? Absence::of(Reason::TrendNeedsYears) : -$slope / $mean;
    }
}
