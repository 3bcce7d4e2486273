<?php

declare(strict_types=1);

namespace Logion\Formula\Shape;

use Logion\Figure\Absence;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Formula\Parameter;
use Logion\Formula\Subject;

/** How much levels of a company's share changed over a window. */
abstract class ReturnOfPrices extends OfPrices
{
    /** @return list<float> by position of the bar */
    abstract protected function levels(Subject $company): array;

    protected function reads(): string
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

    protected function of(Subject $company, Moment $moment, array $arguments): float|Absence
    {
        $bars = self::bars($company, $moment, $arguments[0], true);
        $levels = $this->levels($company);

        return $bars instanceof Absence ? $bars : $levels[$bars[1]] / $levels[$bars[0]] - 1;
    }
}
