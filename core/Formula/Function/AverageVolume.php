<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Formula\Shape\OfPrices;
use Logion\Formula\Subject;

final class AverageVolume extends OfPrices
{
    public function name(): string
    {
        return 'average_volume';
    }

    protected function description(): string
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

    protected function of(Subject $company, Moment $moment, array $arguments): float|Absence
    {
        $x = self::slice($company, $moment, 'volumes', $arguments[0]);

        return $x instanceof Absence ? $x : array_sum($x) / count($x);
    }
}
