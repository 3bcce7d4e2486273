<?php

declare(strict_types=1);

namespace App\Demo;

/**
 * Reproducible chance: the same seed gives the same numbers, whatever else the program draws.
 */
final class Chance
{
    private int $state;

    private ?float $spare = null;

    public function __construct(int $seed)
    {
        $this->state = ($seed * 2654435761 + 88172645463325252) & 0x7FFFFFFFFFFFFFFF;
        for ($i = 0; $i < 4; $i++) {
            $this->uniform();
        }
    }

    /** Between 0 and 1, neither included (xorshift on 62 bits, G. Marsaglia 2003). */
    public function uniform(): float
    {
        $x = $this->state;
        $x ^= ($x << 13) & 0x3FFFFFFFFFFFFFFF;
        $x ^= $x >> 7;
        $x ^= ($x << 17) & 0x3FFFFFFFFFFFFFFF;
        $this->state = $x === 0 ? 88172645463325252 : $x & 0x3FFFFFFFFFFFFFFF;

        return (($this->state >> 9) + 0.5) / (1 << 53);
    }

    public function between(float $low, float $high): float
    {
        return $low + ($high - $low) * $this->uniform();
    }

    public function integer(int $low, int $high): int
    {
        return $low + (int) floor($this->uniform() * ($high - $low + 1));
    }

    /** Standard normal (G. E. P. Box and M. E. Muller, 1958). */
    public function normal(): float
    {
        if ($this->spare !== null) {
            $value = $this->spare;
            $this->spare = null;

            return $value;
        }
        $radius = sqrt(-2 * log($this->uniform()));
        $angle = 2 * M_PI * $this->uniform();
        $this->spare = $radius * sin($angle);

        return $radius * cos($angle);
    }

    /**
     * @template T
     *
     * @param  list<T>  $items
     * @return T
     */
    public function pick(array $items): mixed
    {
        return $items[$this->integer(0, count($items) - 1)];
    }
}
