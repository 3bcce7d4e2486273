<?php

declare(strict_types=1);

namespace Logion\EarningPower;

use Logion\Market\Returns;
use Logion\Time\Day;

/** What a price of today returns a year if a share is sold on a day at a multiple of what it then earns, dividends collected on the way. */
final readonly class ReturnGrid
{
    /** @var list<array{int, float}> day and amount, after the day of the price and not after the exit */
    public array $dividends;

    /** Dividends of the time whose amount is not known; they are left out. */
    public int $missing;

    /**
     * @param  int  $on  day YYYYMMDD of the price
     * @param  list<array{int, float|null}>  $dividends  day and amount a share
     */
    public function __construct(private float $price, private int $on, private int $exit, array $dividends)
    {
        $between = array_filter($dividends, static fn (array $of): bool => $of[0] > $on && $of[0] <= $exit);
        $known = [];
        foreach ($between as [$day, $amount]) {
            if ($amount !== null) {
                $known[] = [$day, $amount];
            }
        }
        $this->dividends = $known;
        $this->missing = count($between) - count($known);
    }

    public function collected(): float
    {
        return array_sum(array_column($this->dividends, 1));
    }

    /**
     * @param  float|null  $basis  a share, for the fiscal year that ends on the day of the exit
     * @return array{exit: float|null, annual: float|null, price_only: float|null} all null where basis, multiple or price are not positive
     *     or no time passes
     */
    public function at(?float $basis, float $multiple): array
    {
        $days = Day::between($this->on, $this->exit);
        if ($basis === null || $basis <= 0 || $multiple <= 0 || $this->price <= 0 || $days <= 0) {
            return ['exit' => null, 'annual' => null, 'price_only' => null];
        }
        $exit = $multiple * $basis;
        $priceOnly = ($exit / $this->price) ** (365 / $days) - 1;

        return [
            'exit' => $exit,
            'annual' => $this->dividends === []
                ? $priceOnly
                : Returns::moneyWeighted([[$this->on, -$this->price], ...$this->dividends, [$this->exit, $exit]]),
            'price_only' => $priceOnly,
        ];
    }

    /**
     * The price of the day at which a share that is sold for so much, with its dividends, returns a rate a year.
     *
     * @param  float  $rate  above −1
     * @return float|null null where no time passes, or for a rate of −1 and below
     */
    public function priceFor(float $exit, float $rate): ?float
    {
        $days = Day::between($this->on, $this->exit);
        if ($days <= 0 || $rate <= -1) {
            return null;
        }
        $price = $exit / (1 + $rate) ** ($days / 365);
        foreach ($this->dividends as [$day, $amount]) {
            $price += $amount / (1 + $rate) ** (Day::between($this->on, $day) / 365);
        }

        return $price;
    }
}
