<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula\Shape;

use Logion\Absence;
use Logion\Metrics\CompanyScope;
use Logion\Metrics\Formula\Parameter;
use Logion\Metrics\Moment;
use Logion\Unit;

/** How much levels of a company's share changed over a window. */
abstract class ReturnOfPrices extends OfPrices
{
    /** @return list<float> by position of the bar */
    abstract protected function levels(CompanyScope $company): array;

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
        $levels = $this->levels($company);

        return $bars instanceof Absence ? $bars : $levels[$bars[1]] / $levels[$bars[0]] - 1;
    }
}
