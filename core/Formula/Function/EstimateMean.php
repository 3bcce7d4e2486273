<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Formula\Moment;
use Logion\Formula\Shape\OfEstimates;
use Logion\Formula\Subject;

final class EstimateMean extends OfEstimates
{
    public function name(): string
    {
        return 'estimate';
    }

    protected function description(): string
    {
        return 'consensus mean for the k-th fiscal year not yet reported';
    }

    public function example(): string
    {
        return 'price / estimate(earnings_per_share_diluted, 1)';
    }

    protected function of(Subject $company, Moment $moment, string $line, array $numbers): float|Absence
    {
        return $company->estimate($line, (int) $numbers[0], 0, 'mean', $moment);
    }
}
