<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Formula\Shape\OfPrices;
use Logion\Formula\Subject;

final class Low extends OfPrices
{
    public function name(): string
    {
        return 'low';
    }

    protected function description(): string
    {
        return 'lowest price of a window, intraday, today included';
    }

    public function example(): string
    {
        return 'price / low(\'52w\') - 1';
    }

    public function unit(): Unit
    {
        return Unit::MoneyPerShare;
    }

    protected function of(Subject $company, Moment $moment, array $arguments): float|Absence
    {
        $x = self::slice($company, $moment, 'lows', $arguments[0]);

        return $x instanceof Absence ? $x : min($x) * $company->priceRate($moment);
    }
}
