<?php

declare(strict_types=1);

namespace Logion\CrossSection;

use Logion\Statistics\Bisection;
use Logion\Statistics\Quantile;

/**
 * How a figure is spread over some companies: equal bins between the 2nd and 98th percentile, what lies outside them, and
 * the quartiles.
 */
final readonly class Distribution
{
    /**
     * @param  list<int>  $counts
     */
    private function __construct(
        public int $known,
        public int $unknown,
        public float $low,
        public float $high,
        public array $counts,
        public int $below,
        public int $above,
        public ?float $q1,
        public ?float $median,
        public ?float $q3,
    ) {
    }

    /** @param  list<float>  $values NaN where there is none */
    public static function of(array $values, int $bins = 40): self
    {
        $known = array_values(array_filter($values, static fn (float $x): bool => $x == $x));
        sort($known);
        $n = count($known);
        $unknown = count($values) - $n;
        if ($n === 0) {
            return new self(0, $unknown, 0.0, 1.0, array_fill(0, $bins, 0), 0, 0, null, null, null);
        }
        $low = (float) Quantile::ofSorted($known, 0.02);
        $high = (float) Quantile::ofSorted($known, 0.98);
        if ($high <= $low) {
            [$low, $high] = [$known[0] - 0.5, $known[$n - 1] + 0.5];
        }
        $counts = [];
        $before = $below = Bisection::below($known, $low);
        for ($i = 1; $i <= $bins; $i++) {
            $to =
                $i === $bins
                    ? Bisection::below($known, $high, orEqual: true)
                    : Bisection::below($known, $low + (($high - $low) * $i) / $bins);
            $counts[] = $to - $before;
            $before = $to;
        }

        return new self(
            $n,
            $unknown,
            $low,
            $high,
            $counts,
            $below,
            $n - $before,
            Quantile::ofSorted($known, 0.25),
            Quantile::ofSorted($known, 0.5),
            Quantile::ofSorted($known, 0.75),
        );
    }
}
