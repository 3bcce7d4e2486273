<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Formula\Parameter;
use Logion\Formula\Shape\Pointwise;

final class Max extends Pointwise
{
    public function name(): string
    {
        return 'max';
    }

    protected function description(): string
    {
        return 'the larger of two';
    }

    public function example(): string
    {
        return 'max(net_debt, 0)';
    }

    public function parameters(): array
    {
        return [Parameter::Expression, Parameter::Expression];
    }

    public function keepsUnitOf(): array
    {
        return [0, 1];
    }

    protected function of(float $x, float $y): float
    {
        return max($x, $y);
    }
}
