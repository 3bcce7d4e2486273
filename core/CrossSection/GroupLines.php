<?php

declare(strict_types=1);

namespace Logion\CrossSection;

use Logion\Statistics\Descriptive;
use Logion\Statistics\Quantile;

/** One figure of a group of companies: its median, means and quartiles, over the members that have a value. */
final class GroupLines
{
    /**
     * @param  list<float>  $values  NaN where there is none
     * @param  list<float>  $weights  market values, NaN where there is none
     * @return array{count: int, median: float|null, mean: float|null, weighted_mean: float|null, harmonic_mean: float|null,
     *     lower_quartile: float|null, upper_quartile: float|null, low: float|null, high: float|null} the harmonic mean null as soon as a
     *     value is not above nothing
     */
    public static function of(array $values, array $weights): array
    {
        $known = array_values(array_filter($values, static fn (float $x): bool => ! is_nan($x)));
        sort($known);
        $null = static fn (float $x): ?float => is_nan($x) ? null : $x;

        return [
            'count' => count($known),
            'median' => Quantile::ofSorted($known, 0.5),
            'mean' => Descriptive::mean($known),
            'weighted_mean' => Descriptive::weightedMean(array_map($null, $values), array_map($null, $weights))['mean'],
            'harmonic_mean' => Descriptive::harmonicMean($known),
            'lower_quartile' => Quantile::ofSorted($known, 0.25),
            'upper_quartile' => Quantile::ofSorted($known, 0.75),
            'low' => $known[0] ?? null,
            'high' => $known[count($known) - 1] ?? null,
        ];
    }
}
