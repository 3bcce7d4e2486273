<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula\Function;

use Logion\Absence;
use Logion\Market\Returns;
use Logion\Metrics\CompanyScope;
use Logion\Metrics\Formula\Parameter;
use Logion\Metrics\Formula\Shape\OfPrices;
use Logion\Metrics\Moment;
use Logion\Statistics\Quantile;
use Logion\Unit;

final class ValueAtRisk extends OfPrices
{
    public function name(): string
    {
        return 'value_at_risk';
    }

    public function description(): string
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

    protected function of(CompanyScope $company, Moment $moment, array $arguments): float|Absence
    {
        $x = self::slice($company, $moment, $company->prices->adjusted, $arguments[0], true);

        return $x instanceof Absence ? $x : max(0.0, -(float) Quantile::ofSample(Returns::simple($x), 1 - (float) $arguments[1]));
    }
}
