<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Formula\Shape\OfPrices;
use Logion\Formula\Subject;
use Logion\Statistics\Descriptive;

final class MedianTradedValue extends OfPrices
{
    public function name(): string
    {
        return 'median_traded_value';
    }

    protected function description(): string
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

    protected function of(Subject $company, Moment $moment, array $arguments): float|Absence
    {
        $closes = self::slice($company, $moment, 'closes', $arguments[0]);
        $volumes = self::slice($company, $moment, 'volumes', $arguments[0]);
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
