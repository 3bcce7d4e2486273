<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Formula\Shape\OverPeriods;

final class MeanOf extends OverPeriods
{
    public function name(): string
    {
        return 'mean_of';
    }

    protected function description(): string
    {
        return 'mean over the last n completed fiscal years';
    }

    public function example(): string
    {
        return 'mean_of(gross_margin, 5)';
    }

    protected function of(array $members): float
    {
        return array_sum($members) / count($members);
    }
}
