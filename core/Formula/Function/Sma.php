<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Formula\Shape\OfPrices;
use Logion\Formula\Subject;

final class Sma extends OfPrices
{
    public function name(): string
    {
        return 'sma';
    }

    protected function description(): string
    {
        return 'mean close of a window';
    }

    public function example(): string
    {
        return 'price / sma(200) - 1';
    }

    public function unit(): Unit
    {
        return Unit::MoneyPerShare;
    }

    protected function of(Subject $company, Moment $moment, array $arguments): float|Absence
    {
        $x = self::slice($company, $moment, 'closes', $arguments[0]);

        return $x instanceof Absence ? $x : (array_sum($x) / count($x)) * $company->priceRate($moment);
    }
}
