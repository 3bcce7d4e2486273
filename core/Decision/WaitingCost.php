<?php

declare(strict_types=1);

namespace Logion\Decision;

/**
 * What it cost to wait for the price to buy below: where it was never there, the return that was missed; where it was, what was saved,
 * which is a cost below nothing.
 */
final class WaitingCost
{
    /** Of one decision at a price above that to buy below; null where there was nothing to wait for, or nothing is known. */
    public static function of(float $price, DecisionOutcome $outcome): ?float
    {
        if ($price <= $outcome->buyBelow || $outcome->totalReturn === null) {
            return null;
        }

        return $outcome->reached === null ? $outcome->totalReturn : $outcome->buyBelow / $price - 1;
    }

    /**
     * @param  list<?float>  $costs
     * @return array{count: int, mean: ?float}
     */
    public static function mean(array $costs): array
    {
        $known = array_filter($costs, static fn (?float $of): bool => $of !== null);

        return ['count' => count($known), 'mean' => $known === [] ? null : array_sum($known) / count($known)];
    }
}
