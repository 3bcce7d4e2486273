<?php

declare(strict_types=1);

namespace Simulation\Industry;

use Simulation\Calendar;
use Simulation\Chance;
use Simulation\Economy\BusinessCycle;

/** A market that a few rivals share: one price for all, and parts of the volume that wander as one gains what others lose. */
final class GoodsMarket
{
    private const FIRST_YEAR = Calendar::FIRST_YEAR - 1;

    private readonly Chance $chance;

    /** @var list<float> logarithm of the price by quarter */
    private array $prices = [0.0];

    /** @var array<int, list<float>> logarithm of the strength of each rival by quarter */
    private array $strengths = [];

    /** @var array<int, Chance> */
    private array $chances = [];

    /** @param  non-empty-list<int>  $rivals  numbers of companies */
    public function __construct(int $seed, string $name, private readonly array $rivals, private readonly BusinessCycle $cycle)
    {
        $this->chance = new Chance($seed, "market {$name}");
        foreach ($rivals as $rival) {
            $this->chances[$rival] = new Chance($seed, "market {$name}, rival {$rival}");
            $this->strengths[$rival] = [0.4 * $this->chances[$rival]->normal()];
        }
    }

    /** Price at a time in years, relative to what prices in general would make it. */
    public function price(float $year): float
    {
        return exp($this->between($this->pricesUntil($this->quarter($year) + 1), $year));
    }

    /** Part of the rivals' volume that one has. */
    public function share(int $rival, float $year): float
    {
        $all = 0.0;
        foreach ($this->rivals as $of) {
            $all += exp($this->between($this->strengthsUntil($of, $this->quarter($year) + 1), $year));
        }

        return exp($this->between($this->strengths[$rival], $year)) / $all;
    }

    /** What price and share make of a rival's revenue, relative to the beginning. */
    public function revenue(int $rival, float $year): float
    {
        return $this->price($year) ** 0.8 * ($this->share($rival, $year) / $this->share($rival, (float) self::FIRST_YEAR));
    }

    /** @return list<float> */
    private function pricesUntil(int $quarter): array
    {
        while (count($this->prices) <= $quarter) {
            $n = count($this->prices);
            $pull = 0.9 * $this->prices[$n - 1] + 0.1 * 0.09 * $this->cycle->at(self::FIRST_YEAR + $n / 4);
            $this->prices[] = $pull + 0.028 * $this->chance->normal();
        }

        return $this->prices;
    }

    /** @return list<float> */
    private function strengthsUntil(int $rival, int $quarter): array
    {
        while (count($this->strengths[$rival]) <= $quarter) {
            $last = $this->strengths[$rival][count($this->strengths[$rival]) - 1];
            $this->strengths[$rival][] = 0.995 * $last + 0.017 * $this->chances[$rival]->normal();
        }

        return $this->strengths[$rival];
    }

    private function quarter(float $year): int
    {
        return (int) max(0.0, ($year - self::FIRST_YEAR) * 4);
    }

    /** @param  list<float>  $of */
    private function between(array $of, float $year): float
    {
        $at = max(0.0, ($year - self::FIRST_YEAR) * 4);
        $low = (int) $at;

        return $of[$low] + ($at - $low) * ($of[$low + 1] - $of[$low]);
    }
}
