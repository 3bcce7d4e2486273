<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Formula\Shape\OfPrices;
use Logion\Formula\Subject;

final class High extends OfPrices
{
    public function name(): string
    {
        return 'high';
    }

    protected function description(): string
    {
        return 'highest price of a window, intraday, today included';
    }

    public function example(): string
    {
        return 'price / high(\'52w\') - 1';
    }

    public function unit(): Unit
    {
        return Unit::MoneyPerShare;
    }

    protected function of(Subject $company, Moment $moment, array $arguments): float|Absence
    {
        $x = self::slice($company, $moment, 'highs', $arguments[0]);

        return $x instanceof Absence ? $x : max($x) * $company->priceRate($moment);
    }
}
