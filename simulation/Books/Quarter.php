<?php

declare(strict_types=1);

namespace Simulation\Books;

use Simulation\Calendar;
use Simulation\Economy\BusinessCycle;
use Simulation\World;

/** A fiscal quarter whose books are closed, with what the company knows of the world then. */
final readonly class Quarter
{
    public int $end;

    /** The middle of the quarter in years. */
    public float $middle;

    /** @param  float  $price  of a share, in the currency of the books */
    public function __construct(public World $world, public int $year, public int $number, int $yearEndMonth, public float $price)
    {
        $this->end = Calendar::quarterEnd($year, $number, $yearEndMonth);
        $this->middle = BusinessCycle::yearOf($this->end) - 0.125;
    }

    /** Year × 10 + quarter. */
    public function period(): int
    {
        return $this->year * 10 + $this->number;
    }

    /** Activity so many quarters before. */
    public function activity(float $lag = 0.0): float
    {
        return $this->world->cycle->at($this->middle - 0.25 * $lag);
    }

    /** Index from 0 of the calendar quarter it mostly lies in. */
    public function season(): int
    {
        return intdiv((intdiv($this->end, 100) % 100) - 1, 3);
    }

    /** @return array{policy: float, bill: float, long: float, spread: float, prices: float, output: float, unemployment: float} */
    public function rates(): array
    {
        return $this->world->economy->onDay($this->end);
    }

    public function inflation(): float
    {
        return $this->world->economy->inflation(intdiv($this->end, 10000), intdiv($this->end, 100) % 100);
    }
}
