<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula\Function;

use Logion\Absence;
use Logion\Metrics\CompanyScope;
use Logion\Metrics\Formula\Parameter;
use Logion\Metrics\Formula\Shape\OfPrices;
use Logion\Metrics\Moment;
use Logion\Unit;

final class PriceReturn extends OfPrices
{
    public function name(): string
    {
        return 'price_return';
    }

    public function description(): string
    {
        return 'price change over a window';
    }

    public function example(): string
    {
        return 'price_return(\'1y\')';
    }

    public function reads(): string
    {
        return 'The close at the end of the window and the close it begins after.';
    }

    public function parameters(): array
    {
        return [Parameter::Period];
    }

    public function unit(): Unit
    {
        return Unit::Ratio;
    }

    protected function of(CompanyScope $company, Moment $moment, array $arguments): float|Absence
    {
        $bars = self::bars($company, $moment, $arguments[0], true);

        return $bars instanceof Absence ? $bars : $company->prices->closes[$bars[1]] / $company->prices->closes[$bars[0]] - 1;
    }
}
