<?php

declare(strict_types=1);

namespace Logion\EarningPower;

/**
 * What a share would fetch in a bad, a middling and a good case, each an earnings figure times a multiple, and what is won in the good
 * one for each part lost in the bad one.
 */
final readonly class CasePrices
{
    /**
     * @param  float  $price  of the day
     * @param  array{bear: float|null, base: float|null, bull: float|null}  $prices  at the exit; null where earnings or multiple are not
     *     positive
     */
    public function __construct(private float $price, public array $prices)
    {
    }

    /**
     * @param  'bear'|'base'|'bull'  $case
     * @return float|null beyond the price of the day, as a part of it
     */
    public function upside(string $case): ?float
    {
        $price = $this->prices[$case];

        return $price === null || $this->price <= 0 ? null : $price / $this->price - 1;
    }

    /** Gain of the good case for each part of loss of the bad one; null where one is no gain or the other no loss. */
    public function gainToLoss(): ?float
    {
        [$gain, $loss] = [$this->upside('bull'), $this->upside('bear')];

        return $gain === null || $loss === null || $gain <= 0 || $loss >= 0 ? null : $gain / -$loss;
    }
}
