<?php

declare(strict_types=1);

namespace Logion\Portfolio;

use Logion\Statistics\Descriptive;

/** Figures of the companies held, weighted by what is held of each: what the portfolio as a whole earns, owes and grows. */
final class LookThrough
{
    /**
     * @param  list<array{weight: float, values: array<string, ?float>}>  $positions  by figure; null where a company has none
     * @param  list<string>  $figures
     * @return array<string, array{value: ?float, covered: ?float}> mean over those that have it, and their share of the weights
     */
    public static function of(array $positions, array $figures): array
    {
        $all = (float) array_sum(array_column($positions, 'weight'));
        $told = [];
        foreach ($figures as $figure) {
            ['mean' => $mean, 'weight' => $covered] = Descriptive::weightedMean(
                array_map(static fn (array $of): ?float => $of['values'][$figure] ?? null, $positions),
                array_column($positions, 'weight'),
            );
            $told[$figure] = ['value' => $mean, 'covered' => $all > 0 ? $covered / $all : null];
        }

        return $told;
    }
}
