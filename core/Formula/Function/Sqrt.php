<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\Parameter;
use Logion\Formula\Shape\Pointwise;

final class Sqrt extends Pointwise
{
    public function name(): string
    {
        return 'sqrt';
    }

    protected function description(): string
    {
        return 'square root';
    }

    public function example(): string
    {
        return 'sqrt(22.5 * earnings_per_share_diluted * book_value_per_share)';
    }

    public function parameters(): array
    {
        return [Parameter::Expression];
    }

    public function keepsUnitOf(): array
    {
        return [];
    }

    public function dimension(array $arguments, string $formula): ?array
    {
        return $arguments[0] === null ? null : [$arguments[0][0] / 2, $arguments[0][1] / 2];
    }

    protected function of(float $x, float $y): float|Absence
    {
        return $x >= 0 ? sqrt($x) : Absence::of(Reason::NoSquareRoot);
    }
}
