<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Formula\Shape\OfPrices;
use Logion\Formula\Subject;

final class Amihud extends OfPrices
{
    public function name(): string
    {
        return 'amihud';
    }

    protected function description(): string
    {
        return 'mean of |return| / traded value, in the currency it trades in, over days with trading × 1 000 000 (Amihud 2002)';
    }

    public function example(): string
    {
        return 'amihud(\'1y\')';
    }

    public function unit(): Unit
    {
        return Unit::Ratio;
    }

    protected function of(Subject $company, Moment $moment, array $arguments): float|Absence
    {
        $closes = self::slice($company, $moment, 'closes', $arguments[0], true);
        $volumes = self::slice($company, $moment, 'volumes', $arguments[0], true);
        if ($closes instanceof Absence || $volumes instanceof Absence) {
            return $closes instanceof Absence ? $closes : $volumes;
        }
        $values = [];
        for ($i = 1, $count = count($closes); $i < $count; $i++) {
            $traded = $closes[$i] * $volumes[$i];
            if ($traded > 0) {
                $values[] = (abs($closes[$i] / $closes[$i - 1] - 1) / $traded) * 1e6;
            }
        }

        return $values === [] ? Absence::of(Reason::NoTrading) : array_sum($values) / count($values);
    }
}
