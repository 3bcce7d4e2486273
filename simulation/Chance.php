<?php

declare(strict_types=1);

namespace Simulation;

/** Reproducible chance: a seed and a purpose give one sequence, whatever else is drawn; it can be kept and goes on where it stopped. */
final class Chance
{
    private const MASK = 0x3FFFFFFFFFFFFFFF;

    private int $state;

    private ?float $spare = null;

    public function __construct(int $seed, string $purpose)
    {
        $this->state = (unpack('q', hash('xxh3', "{$seed} {$purpose}", true))[1] ?? 0) & self::MASK ?: 88172645463325252;
        for ($i = 0; $i < 4; $i++) {
            $this->uniform();
        }
    }

    /** Between 0 and 1, neither included (xorshift on 62 bits, G. Marsaglia 2003). */
    public function uniform(): float
    {
        $x = $this->state;
        $x ^= ($x << 13) & self::MASK;
        $x ^= $x >> 7;
        $x ^= ($x << 17) & self::MASK;
        $this->state = $x;

        return (($x >> 9) + 0.5) / (1 << 53);
    }

    public function between(float $low, float $high): float
    {
        return $low + ($high - $low) * $this->uniform();
    }

    public function integer(int $low, int $high): int
    {
        return $low + (int) floor($this->uniform() * ($high - $low + 1));
    }

    public function happens(float $probability): bool
    {
        return $this->uniform() < $probability;
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

    /** Of mean nothing and deviation one with the fat tails of daily returns: Student's with five degrees, cut off at seven deviations. */
    public function fat(): float
    {
        // A quarter of the days have a larger deviation: as fat a tail, and cheaper than five squares of normals.
        $x = $this->normal() * ($this->uniform() < 0.12 ? 2.05 : 0.745);

        return max(-7.0, min(7.0, $x));
    }

    /**
     * @template T
     *
     * @param  non-empty-list<T>  $items
     * @return T
     */
    public function pick(array $items): mixed
    {
        return $items[$this->integer(0, count($items) - 1)];
    }
}
