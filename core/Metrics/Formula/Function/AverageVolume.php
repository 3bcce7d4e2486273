<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula\Function;

use Logion\Absence;
use Logion\Metrics\CompanyScope;
use Logion\Metrics\Formula\Shape\OfPrices;
use Logion\Metrics\Moment;
use Logion\Unit;

final class AverageVolume extends OfPrices
{
    public function name(): string
    {
        return 'average_volume';
    }

    public function description(): string
    {
        return 'mean shares traded a day';
    }

    public function example(): string
    {
        return 'average_volume(\'3m\')';
    }

    public function unit(): Unit
    {
        return Unit::Shares;
    }

    protected function of(CompanyScope $company, Moment $moment, array $arguments): float|Absence
    {
        $x = self::slice($company, $moment, $company->prices->volumes, $arguments[0]);

        return $x instanceof Absence ? $x : array_sum($x) / count($x);
    }
}
