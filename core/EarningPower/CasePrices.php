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

    /** What the good case lies above the price for each part the bad one lies below it; null where that one does not. */
    public function ratio(): ?float
    {
        [$best, $worst] = [$this->prices['bull'], $this->prices['bear']];

        return $best === null || $worst === null || $this->price <= $worst ? null : ($best - $this->price) / ($this->price - $worst);
    }

    /** Gain of the good case for each part of loss of the bad one; null where one is no gain or the other no loss. */
    public function gainToLoss(): ?float
    {
        $ratio = $this->ratio();

        return $ratio === null || $ratio <= 0 ? null : $ratio;
    }

    /**
     * What a case returns a year, dividends collected on the way and not put to work again.
     *
     * @param  'bear'|'base'|'bull'  $case
     */
    public function annualReturn(string $case, float $dividends, float $years): ?float
    {
        $price = $this->prices[$case];

        return $price === null || $price + $dividends <= 0 || $years <= 0 || $this->price <= 0
            ? null
            : (($price + $dividends) / $this->price) ** (1 / $years) - 1;
    }

    /** The price from which the middling case returns so much a year. */
    public function priceForReturn(float $rate, float $dividends, float $years): ?float
    {
        return $this->prices['base'] === null ? null : ($this->prices['base'] + $dividends) / (1 + $rate) ** $years;
    }
}
