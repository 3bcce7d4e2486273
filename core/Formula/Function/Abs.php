<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Formula\Parameter;
use Logion\Formula\Shape\Pointwise;

final class Abs extends Pointwise
{
    public function name(): string
    {
        return 'abs';
    }

    protected function description(): string
    {
        return 'without its sign';
    }

    public function example(): string
    {
        return 'abs(net_margin)';
    }

    public function parameters(): array
    {
        return [Parameter::Expression];
    }

    protected function of(float $x, float $y): float
    {
        return abs($x);
    }
}
