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

    /** Kept beside the lots, as it is asked for at every step. */
    private BigDecimal $quantity;

    public function __construct(private readonly CostMethod $method)
    {
        $this->quantity = BigDecimal::zero();
    }

    public function quantity(): BigDecimal
    {
        return $this->quantity;
    }

    public function cost(): BigDecimal
    {
        return self::sum(array_map(static fn (Lot $lot): BigDecimal => $lot->cost, $this->lots));
    }

    public function add(Lot $lot): void
    {
        $this->quantity = $this->quantity->plus($lot->quantity);
        $at = count($this->lots);
        while ($at > 0 && [$this->lots[$at - 1]->acquired, $this->lots[$at - 1]->row] > [$lot->acquired, $lot->row]) {
            $at--;
        }
        array_splice($this->lots, $at, 0, [$lot]);
    }

    /** Whether so much can be sold; a billionth more is rounding. */
    public function has(BigDecimal $quantity): bool
    {
        return $quantity->minus($this->quantity)->isLessThanOrEqualTo(self::NOTHING);
    }

    /**
     * Takes shares away.
     *
     * @param  list<int>  $chosen  rows of the lots that are taken first, where one chose
     * @return BigDecimal what they cost
     */
    public function take(BigDecimal $quantity, array $chosen = []): BigDecimal
    {
        $all = $this->quantity;
        if ($quantity->isGreaterThan($all)) {
            $quantity = $all;
        }
        if ($quantity->isZero()) {
            return BigDecimal::zero();
        }
        if ($this->method === CostMethod::Average) {
            return $this->takeEvenly($quantity, $all);
        }
        // Lots stand in the order in which they go; only those that were chosen stand out of it.
        $chosen = array_flip($chosen);
        $order = array_keys($this->lots);
        if ($chosen !== []) {
            $place = fn (int $at): int => $chosen[$this->lots[$at]->row] ?? PHP_INT_MAX;
            usort($order, static fn (int $a, int $b): int => [$place($a), $a] <=> [$place($b), $b]);
        }
        $cost = BigDecimal::zero();
        $left = $this->lots;
        foreach ($order as $at) {
            if ($quantity->isZero()) {
                break;
            }
            $lot = $this->lots[$at];
            $taken = $quantity->isLessThan($lot->quantity) ? $quantity : $lot->quantity;
            $of = self::part($lot->cost, $taken, $lot->quantity);
            $cost = $cost->plus($of);
            $quantity = $quantity->minus($taken);
            $rest = $lot->quantity->minus($taken);
            $isLeft = $rest->isGreaterThan(self::NOTHING);
            $this->quantity = $this->quantity->minus($isLeft ? $taken : $lot->quantity);
            $left[$at] = $isLeft ? $lot->with($rest, $lot->cost->minus($of)) : null;
        }
        $this->lots = array_values(array_filter($left));

        return $cost;
    }

    /** New shares for each old one; what they cost stays. */
    public function split(BigDecimal $ratio): void
    {
        $this->lots = array_map(static fn (Lot $lot): Lot => $lot->with($lot->quantity->multipliedBy($ratio), $lot->cost), $this->lots);
        $this->quantity = $this->quantity->multipliedBy($ratio);
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
        $quantity = $this->quantity;
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
        $this->quantity = $this->lots === [] ? BigDecimal::zero() : $rest;

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
