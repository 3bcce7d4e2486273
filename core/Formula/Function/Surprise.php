<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Formula\Parameter;
use Logion\Formula\Shape\OfEstimates;
use Logion\Formula\Subject;

final class Surprise extends OfEstimates
{
    public function name(): string
    {
        return 'surprise';
    }

    protected function description(): string
    {
        return 'reported less expected, as a fraction of what was expected, for the latest quarter';
    }

    public function example(): string
    {
        return 'surprise(earnings_per_share_diluted)';
    }

    protected function reads(): string
    {
        return 'The latest reported quarter, and the consensus of the day before its report.';
    }

    public function parameters(): array
    {
        return [Parameter::Name];
    }

    public function unit(): Unit
    {
        return Unit::Ratio;
    }

    protected function of(Subject $company, Moment $moment, string $line, array $numbers): float|Absence
    {
        return $company->surprise($line, $moment);
    }
}
