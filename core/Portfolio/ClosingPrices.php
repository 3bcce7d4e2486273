<?php

declare(strict_types=1);

namespace Logion\Portfolio;

use Logion\Time\TradingDays;

/** What a security was worth day by day, as traded, and how much money a unit is at a price of one. */
final readonly class ClosingPrices
{
    /**
     * @param  list<int>  $days  YYYYMMDD, ascending
     * @param  list<float>  $closes
     */
    public function __construct(public array $days, public array $closes, public float $multiplier = 1.0)
    {
    }

    /** The latest up to a day, times the multiplier; null where there is none. */
    public function worth(int $day): ?float
    {
        $at = TradingDays::lastUntil($this->days, $day);

        return $at < 0 ? null : $this->closes[$at] * $this->multiplier;
    }

    /** The day of that price. */
    public function pricedOn(int $day): ?int
    {
        $at = TradingDays::lastUntil($this->days, $day);

        return $at < 0 ? null : $this->days[$at];
    }
}
