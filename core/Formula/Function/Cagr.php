<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\Shape\BetweenYears;

final class Cagr extends BetweenYears
{
    public function name(): string
    {
        return 'cagr';
    }

    public function description(): string
    {
        return 'compound growth a year over n fiscal years';
    }

    public function example(): string
    {
        return 'cagr(revenue, 5)';
    }

    protected function of(float $now, float $before, float $years): float|Absence
    {
        if ($before <= 0 || $now <= 0 || $years <= 0) {
            return Absence::of(Reason::GrowthNeedsPositiveEnds);
        }

        return ($now / $before) ** (1 / $years) - 1;
    }
}
