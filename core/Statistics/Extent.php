<?php

declare(strict_types=1);

namespace Logion\Statistics;

/** Where values lie: a low one, the middle one, a high one. */
final readonly class Extent
{
    private function __construct(public float $low, public float $median, public float $high)
    {
    }

    /**
     * From the least to the greatest of a few values.
     *
     * @param  list<float>  $values  in any order
     * @return self|null null without a value
     */
    public static function whole(array $values): ?self
    {
        $median = Descriptive::median($values);

        return $median === null || $values === [] ? null : new self(min($values), $median, max($values));
    }

    /**
     * Without the lowest and the highest tenth, which would stretch a scale for the sake of a few.
     *
     * @param  list<float>  $sorted  ascending
     * @return self|null null without a value
     */
    public static function withoutTails(array $sorted): ?self
    {
        [$low, $median, $high] = [
            Quantile::ofSorted($sorted, 0.1),
            Quantile::ofSorted($sorted, 0.5),
            Quantile::ofSorted($sorted, 0.9),
        ];

        return $low === null || $median === null || $high === null ? null : new self($low, $median, $high);
    }
}
