<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\Shape\BetweenYears;
use Logion\Market\Returns;

final class Cagr extends BetweenYears
{
    public function name(): string
    {
        return 'cagr';
    }

    protected function description(): string
    {
        return 'compound growth a year over n fiscal years';
    }

    public function example(): string
    {
        return 'cagr(revenue, 5)';
    }

    protected function of(float $now, float $before, float $years): float|Absence
    {
        $growth = $now > 0 ? Returns::compoundAnnual($before, $now, $years) : null;

        return $growth ?? Absence::of(Reason::GrowthNeedsPositiveEnds);
    }
}
