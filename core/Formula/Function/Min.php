<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Formula\Parameter;
use Logion\Formula\Shape\Pointwise;

final class Min extends Pointwise
{
    public function name(): string
    {
        return 'min';
    }

    protected function description(): string
    {
        return 'the smaller of two';
    }

    public function example(): string
    {
        return 'min(price_to_earnings, price_to_book)';
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
        return min($x, $y);
    }
}
