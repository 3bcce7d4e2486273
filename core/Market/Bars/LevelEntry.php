<?php

declare(strict_types=1);

namespace Logion\Market\Bars;

/**
 * What buying by the levels would need: a close above the next level, with the level below as the price at which that was wrong and the
 * one after as what it may reach.
 */
final readonly class LevelEntry
{
    /**
     * @param  float  $percent  from the last close up to it, and in average true ranges
     * @param  float|null  $wrong  level below the last close; null where there is none
     * @param  float|null  $risk  from the entry down to it, as a part of the entry
     * @param  float|null  $next  level above the entry
     * @param  float|null  $gain  up to that, as a part of the entry
     */
    private function __construct(
        public float $above,
        public float $percent,
        public float $ranges,
        public ?float $wrong,
        public ?float $risk,
        public ?float $next,
        public ?float $gain,
    ) {
    }

    /** @return self|null null where no level stands above the last close */
    public static function of(PriceLevels $levels): ?self
    {
        $above = $levels->resistance();
        if ($above === null) {
            return null;
        }
        $distance = $levels->distance($above);
        $wrong = $levels->support()?->price;
        $higher = array_filter(
            array_map(static fn (PriceLevel $level): float => $level->price, $levels->levels),
            static fn (float $price): bool => $price > $above->price,
        );
        $next = $higher === [] ? null : min($higher);

        return new self(
            $above->price,
            $distance['percent'],
            $distance['ranges'],
            $wrong,
            $wrong === null ? null : 1 - $wrong / $above->price,
            $next,
            $next === null ? null : $next / $above->price - 1,
        );
    }

    /** Gain for each part of risk; null where either is not known. */
    public function gainToRisk(): ?float
    {
        return $this->gain === null || ($this->risk ?? 0.0) <= 0 ? null : $this->gain / $this->risk;
    }
}
