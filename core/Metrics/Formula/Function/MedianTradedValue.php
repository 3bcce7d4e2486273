<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula\Function;

use Logion\Absence;
use Logion\Metrics\CompanyScope;
use Logion\Metrics\Formula\Shape\OfPrices;
use Logion\Metrics\Moment;
use Logion\Statistics\Descriptive;
use Logion\Unit;

final class MedianTradedValue extends OfPrices
{
    public function name(): string
    {
        return 'median_traded_value';
    }

    public function description(): string
    {
        return 'median of close × volume of the days of a window';
    }

    public function example(): string
    {
        return 'median_traded_value(\'3m\')';
    }

    public function unit(): Unit
    {
        return Unit::Money;
    }

    protected function of(CompanyScope $company, Moment $moment, array $arguments): float|Absence
    {
        $closes = self::slice($company, $moment, $company->prices->closes, $arguments[0]);
        $volumes = self::slice($company, $moment, $company->prices->volumes, $arguments[0]);
        if ($closes instanceof Absence || $volumes instanceof Absence) {
            return $closes instanceof Absence ? $closes : $volumes;
        }
        $values = [];
        foreach ($volumes as $i => $volume) {
            $values[] = $closes[$i] * $volume;
        }

        return Descriptive::median($values) * $company->priceRate($moment);
    }
}
