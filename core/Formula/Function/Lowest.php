<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Formula\Shape\OverPeriods;

final class Lowest extends OverPeriods
{
    public function name(): string
    {
        return 'lowest';
    }

    protected function description(): string
    {
        return 'lowest of the last n completed fiscal years';
    }

    public function example(): string
    {
        return 'lowest(operating_margin, 10)';
    }

    protected function of(array $members): float
    {
        return (float) min(INF, ...$members);
    }
}
