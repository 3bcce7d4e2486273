<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Formula\Parameter;
use Logion\Formula\Shape\OfPrices;
use Logion\Formula\Subject;
use Logion\Market\Returns;
use Logion\Statistics\Quantile;

final class ValueAtRisk extends OfPrices
{
    public function name(): string
    {
        return 'value_at_risk';
    }

    protected function description(): string
    {
        return 'loss at the quantile of daily returns, not below zero';
    }

    public function example(): string
    {
        return 'value_at_risk(\'2y\', 0.95)';
    }

    public function parameters(): array
    {
        return [Parameter::Window, Parameter::Fraction];
    }

    public function unit(): Unit
    {
        return Unit::Ratio;
    }

    protected function of(Subject $company, Moment $moment, array $arguments): float|Absence
    {
        $x = self::slice($company, $moment, 'adjusted', $arguments[0], true);

        return $x instanceof Absence ? $x : max(0.0, -(float) Quantile::ofSample(Returns::simple($x), 1 - (float) $arguments[1]));
    }
}
