<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Formula\Shape\OverPeriods;

final class Highest extends OverPeriods
{
    public function name(): string
    {
        return 'highest';
    }

    protected function description(): string
    {
        return 'highest of the last n completed fiscal years';
    }

    public function example(): string
    {
        return 'highest(operating_margin, 10)';
    }

    protected function of(array $members): float
    {
        return (float) max(-INF, ...$members);
    }
}
