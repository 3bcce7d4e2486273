<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula\Function;

use Logion\Absence;
use Logion\Metrics\CompanyScope;
use Logion\Metrics\Formula\Shape\OfEstimates;
use Logion\Metrics\Moment;

final class Estimate extends OfEstimates
{
    public function name(): string
    {
        return 'estimate';
    }

    public function description(): string
    {
        return 'consensus mean for the k-th fiscal year not yet reported';
    }

    public function example(): string
    {
        return 'price / estimate(earnings_per_share_diluted, 1)';
    }

    protected function of(CompanyScope $company, Moment $moment, string $line, array $numbers): float|Absence
    {
        return $company->estimate($line, (int) $numbers[0], 0, 'mean', $moment);
    }
}
