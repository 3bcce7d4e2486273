<?php

declare(strict_types=1);

namespace Logion\Market\Bars;

/** A price at which the market turned, once or several times. */
final readonly class PriceLevel
{
    /**
     * @param  int  $highs  swing highs that make it, and swing lows
     * @param  int  $first  day YYYYMMDD of the first touch, and of the last
     */
    public function __construct(public float $price, public int $highs, public int $lows, public int $first, public int $last)
    {
    }

    public function touches(): int
    {
        return $this->highs + $this->lows;
    }
}
