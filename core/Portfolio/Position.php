<?php

declare(strict_types=1);

namespace Logion\Portfolio;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;
use Closure;

/** What is held of a security and what it is worth beside what it cost. */
final readonly class Position
{
    /** Digits behind the point of a cost a unit. */
    private const SCALE = 8;

    /**
     * @param  BigDecimal  $cost  in its own currency
     * @param  BigDecimal  $averageCost  a unit, fees included
     * @param  float|null  $price  a unit, as it is quoted
     * @param  int|null  $pricedOn  day YYYYMMDD
     * @param  float|null  $value  in its own currency
     * @param  float|null  $baseValue  in the base currency
     * @param  CurrencyGain  $gain  unrealised, by what the price and what the currency did since each lot was bought
     */
    private function __construct(
        public string $security,
        public string $currency,
        public BigDecimal $quantity,
        public BigDecimal $cost,
        public BigDecimal $averageCost,
        public ?float $price,
        public ?int $pricedOn,
        public ?float $value,
        public ?float $baseValue,
        public CurrencyGain $gain,
    ) {
    }

    /**
     * @param  array{currency: string, quantity: BigDecimal, cost: BigDecimal, lots: list<array{int, float, float}>}  $held  {@see Holdings}
     * @param  Closure(string, int): ?float  $rate  base currency for one of a currency on a day
     */
    public static function of(string $security, array $held, ClosingPrices $prices, Closure $rate, int $day): self
    {
        ['currency' => $currency, 'quantity' => $quantity, 'cost' => $cost, 'lots' => $lots] = $held;
        $worth = $prices->worth($day);
        $now = $rate($currency, $day);
        $value = $worth === null ? null : $quantity->toFloat() * $worth;
        $parts = array_map(
            static fn (array $lot): CurrencyGain => CurrencyGain::of(
                $lot[2],
                $worth === null ? null : $lot[1] * $worth,
                0.0,
                $rate($currency, $lot[0]),
                $now,
            ),
            $lots,
        );

        return new self(
            $security,
            $currency,
            $quantity,
            $cost,
            $quantity->isZero() ? BigDecimal::zero() : $cost->dividedBy(
                $quantity->multipliedBy(BigDecimal::of((string) $prices->multiplier)),
                self::SCALE,
                RoundingMode::HALF_EVEN,
            ),
            $worth === null ? null : $worth / $prices->multiplier,
            $prices->pricedOn($day),
            $value,
            $value === null || $now === null ? null : $value * $now,
            CurrencyGain::sum($parts),
        );
    }
}
