<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\Shape\BetweenYears;

final class Growth extends BetweenYears
{
    public function name(): string
    {
        return 'growth';
    }

    protected function description(): string
    {
        return 'change over n fiscal years as a fraction of the earlier figure';
    }

    public function example(): string
    {
        return 'growth(revenue, 1)';
    }

    protected function of(float $now, float $before, float $years): float|Absence
    {
        return $before > 0 ? $now / $before - 1 : Absence::of(Reason::GrowthNeedsPositiveBase);
    }
}
