<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula\Function;

use Logion\Absence;
use Logion\Metrics\CompanyScope;
use Logion\Metrics\Formula\Shape\OfEstimates;
use Logion\Metrics\Moment;

final class EstimateStdev extends OfEstimates
{
    public function name(): string
    {
        return 'estimate_stdev';
    }

    public function description(): string
    {
        return 'deviation of the analysts in that consensus';
    }

    public function example(): string
    {
        return 'estimate_stdev(revenue, 1) / estimate(revenue, 1)';
    }

    protected function of(CompanyScope $company, Moment $moment, string $line, array $numbers): float|Absence
    {
        return $company->estimate($line, (int) $numbers[0], 0, 'deviation', $moment);
    }
}
