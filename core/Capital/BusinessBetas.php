<?php

declare(strict_types=1);

namespace Logion\Capital;

use Logion\Statistics\Descriptive;

/** One beta out of those of several businesses, each weighing what it is worth. */
final class BusinessBetas
{
    /**
     * @param  list<array{beta: float, weight: float}>  $businesses  unlevered betas; weights are revenue times an enterprise multiple,
     *     profits, or one's own
     * @return array{beta: float|null, weights: list<float>} null where the weights do not sum to more than nothing, or one is negative
     */
    public static function together(array $businesses): array
    {
        $weights = array_column($businesses, 'weight');
        $sum = array_sum($weights);
        if ($businesses === [] || $sum <= 0 || min([0.0, ...$weights]) < 0) {
            return ['beta' => null, 'weights' => array_fill(0, count($businesses), 0.0)];
        }

        return [
            'beta' => Descriptive::weightedMean(array_column($businesses, 'beta'), $weights)['mean'],
            'weights' => array_map(static fn (float $weight): float => $weight / $sum, $weights),
        ];
    }
}
