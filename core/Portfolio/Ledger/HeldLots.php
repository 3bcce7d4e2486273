<?php

declare(strict_types=1);

namespace Logion\Portfolio\Ledger;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;

/**
 * What is held of one security, lot by lot, in the order in which lots are sold. Decimal: what is taken from a lot and what is left of it
 * are together what it cost, to the last digit.
 */
final class HeldLots
{
    /** Digits behind the point of a quotient. */
    private const SCALE = 15;

    /** What is left below this is rounding. */
    private const NOTHING = '0.000000001';

    /** @var list<Lot> by acquisition day, then by row */
    public array $lots = [];

    public function __construct(private readonly CostMethod $method)
    {
    }

    public function quantity(): BigDecimal
    {
        return self::sum(array_map(static fn (Lot $lot): BigDecimal => $lot->quantity, $this->lots));
    }

    public function cost(): BigDecimal
    {
        return self::sum(array_map(static fn (Lot $lot): BigDecimal => $lot->cost, $this->lots));
    }

    public function add(Lot $lot): void
    {
        $at = count($this->lots);
        while ($at > 0 && [$this->lots[$at - 1]->acquired, $this->lots[$at - 1]->row] > [$lot->acquired, $lot->row]) {
            $at--;
        }
        array_splice($this->lots, $at, 0, [$lot]);
    }

    /** Whether so much can be sold; a billionth more is rounding. */
    public function has(BigDecimal $quantity): bool
    {
        return $quantity->minus($this->quantity())->isLessThanOrEqualTo(self::NOTHING);
    }

    /**
     * Takes shares away.
     *
     * @param  list<int>  $chosen  rows of the lots that are taken first, where one chose
     * @return BigDecimal what they cost
     */
    public function take(BigDecimal $quantity, array $chosen = []): BigDecimal
    {
        $all = $this->quantity();
        if ($quantity->isGreaterThan($all)) {
            $quantity = $all;
        }
        if ($quantity->isZero()) {
            return BigDecimal::zero();
        }
        if ($this->method === CostMethod::Average) {
            return $this->takeEvenly($quantity, $all);
        }
        $lots = $this->lots;
        if ($chosen !== []) {
            $place = array_flip($chosen);
            usort($lots, static fn (Lot $a, Lot $b): int => ($place[$a->row] ?? PHP_INT_MAX) <=> ($place[$b->row] ?? PHP_INT_MAX));
        }
        $cost = BigDecimal::zero();
        $left = [];
        foreach ($lots as $lot) {
            $taken = $quantity->isLessThan($lot->quantity) ? $quantity : $lot->quantity;
            $of = self::part($lot->cost, $taken, $lot->quantity);
            $cost = $cost->plus($of);
            $quantity = $quantity->minus($taken);
            $rest = $lot->quantity->minus($taken);
            if ($rest->isGreaterThan(self::NOTHING)) {
                $left[] = $lot->with($rest, $lot->cost->minus($of));
            }
        }
        $this->lots = [];
        foreach ($left as $lot) {
            $this->add($lot);
        }

        return $cost;
    }

    /** New shares for each old one; what they cost stays. */
    public function split(BigDecimal $ratio): void
    {
        $this->lots = array_map(static fn (Lot $lot): Lot => $lot->with($lot->quantity->multipliedBy($ratio), $lot->cost), $this->lots);
    }

    /**
     * Hands a part of what each lot cost to another holding.
     *
     * @param  BigDecimal  $ratio  shares of that for one of this
     * @param  BigDecimal  $part  of the cost that goes along
     */
    public function spinOff(self $to, BigDecimal $ratio, BigDecimal $part): void
    {
        foreach ($this->lots as $i => $lot) {
            $cost = $lot->cost->multipliedBy($part);
            $to->add($lot->with($lot->quantity->multipliedBy($ratio), $cost));
            $this->lots[$i] = $lot->with($lot->quantity, $lot->cost->minus($cost));
        }
    }

    /** The part of a share that is no whole one; a billionth is none. */
    public function fraction(): BigDecimal
    {
        $quantity = $this->quantity();
        $fraction = $quantity->minus($quantity->toScale(0, RoundingMode::FLOOR));

        return $fraction->isLessThan(self::NOTHING) || BigDecimal::one()->minus($fraction)->isLessThan(self::NOTHING)
            ? BigDecimal::zero()
            : $fraction;
    }

    private function takeEvenly(BigDecimal $quantity, BigDecimal $all): BigDecimal
    {
        $cost = self::part($this->cost(), $quantity, $all);
        $rest = $all->minus($quantity);
        $first = $this->lots[0];
        $this->lots = $rest->isGreaterThan(self::NOTHING) ? [$first->with($rest, $this->cost()->minus($cost))] : [];

        return $cost;
    }

    private static function part(BigDecimal $of, BigDecimal $taken, BigDecimal $all): BigDecimal
    {
        return $taken->isEqualTo($all) ? $of : $of->multipliedBy($taken)->dividedBy($all, self::SCALE, RoundingMode::HALF_EVEN);
    }

    /** @param  list<BigDecimal>  $all */
    private static function sum(array $all): BigDecimal
    {
        return array_reduce($all, static fn (BigDecimal $sum, BigDecimal $of): BigDecimal => $sum->plus($of), BigDecimal::zero());
    }
}
