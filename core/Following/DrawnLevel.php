<?php

declare(strict_types=1);

namespace Logion\Following;

use Logion\Time\Day;

/** A level, or a line through two points, in the share terms of the day on which it was drawn. */
final readonly class DrawnLevel
{
    /** @param  int  $drawnOn  YYYYMMDD, as are the days of its ends; a level has none */
    public function __construct(
        public int $drawnOn,
        public float $fromPrice,
        public ?int $fromDay = null,
        public ?int $toDay = null,
        public ?float $toPrice = null,
    ) {
    }

    /** Where it stands on a day, drawn on beyond its ends. */
    public function at(int $day): float
    {
        if ($this->fromDay === null || $this->toDay === null || $this->toPrice === null) {
            return $this->fromPrice;
        }
        $part = Day::between($this->fromDay, $day) / Day::between($this->fromDay, $this->toDay);

        return $this->fromPrice + $part * ($this->toPrice - $this->fromPrice);
    }
}
