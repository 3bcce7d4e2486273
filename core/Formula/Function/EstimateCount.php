<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Formula\Shape\OfEstimates;
use Logion\Formula\Subject;

final class EstimateCount extends OfEstimates
{
    public function name(): string
    {
        return 'estimate_count';
    }

    protected function description(): string
    {
        return 'number of analysts in that consensus';
    }

    public function example(): string
    {
        return 'estimate_count(revenue, 1)';
    }

    public function unit(): Unit
    {
        return Unit::Count;
    }

    protected function of(Subject $company, Moment $moment, string $line, array $numbers): float|Absence
    {
        return $company->estimate($line, (int) $numbers[0], 0, 'count', $moment);
    }
}
