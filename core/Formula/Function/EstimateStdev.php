<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Formula\Moment;
use Logion\Formula\Shape\OfEstimates;
use Logion\Formula\Subject;

final class EstimateStdev extends OfEstimates
{
    public function name(): string
    {
        return 'estimate_stdev';
    }

    protected function description(): string
    {
        return 'deviation of the analysts in that consensus';
    }

    public function example(): string
    {
        return 'estimate_stdev(revenue, 1) / estimate(revenue, 1)';
    }

    protected function of(Subject $company, Moment $moment, string $line, array $numbers): float|Absence
    {
        return $company->estimate($line, (int) $numbers[0], 0, 'deviation', $moment);
    }
}
