<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Formula\Shape\OverPeriods;
use Logion\Statistics\Descriptive;

final class MedianOf extends OverPeriods
{
    public function name(): string
    {
        return 'median_of';
    }

    protected function description(): string
    {
        return 'median over the last n completed fiscal years';
    }

    public function example(): string
    {
        return 'median_of(price_to_earnings, 10)';
    }

    protected function of(array $members): float
    {
        return (float) Descriptive::median(array_values($members));
    }
}
