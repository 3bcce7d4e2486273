<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Formula\Moment;
use Logion\Formula\Parameter;
use Logion\Formula\Shape\OfEstimates;
use Logion\Formula\Subject;

final class EstimateAgo extends OfEstimates
{
    public function name(): string
    {
        return 'estimate_ago';
    }

    protected function description(): string
    {
        return 'consensus for the same fiscal year as it stood some calendar days ago';
    }

    public function example(): string
    {
        return 'estimate(revenue, 1) / estimate_ago(revenue, 1, 90) - 1';
    }

    protected function reads(): string
    {
        return 'The consensus published so many calendar days before, for the fiscal year that k means today.';
    }

    public function parameters(): array
    {
        return [Parameter::Name, Parameter::WholeNumber, Parameter::WholeNumber];
    }

    protected function of(Subject $company, Moment $moment, string $line, array $numbers): float|Absence
    {
        return $company->estimate($line, (int) $numbers[0], (int) $numbers[1], 'mean', $moment);
    }
}
