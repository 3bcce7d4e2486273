<?php

declare(strict_types=1);

namespace Logion\Capital;

use Logion\Figure\Words;

/**
 * Weighted average cost of capital at market values: E/V·k_E + D/V·k_D·(1 − t) + P/V·k_P. Preferred capital has no tax shield.
 */
final readonly class WeightedAverageCost
{
    private function __construct(
        public float $weightEquity,
        public float $weightDebt,
        public float $weightPreferred,
        public ?float $costOfPreferred,
        public float $afterTaxCostOfDebt,
        public float $rate,
        public float $rateWithoutTaxShield,
    ) {
    }

    /**
     * Values of the classes in one currency; only their proportions matter, and debt may be net debt (then possibly negative).
     *
     * @throws \InvalidArgumentException if the values sum to nothing or less
     */
    public static function of(
        float $equityValue,
        float $debt,
        float $costOfEquity,
        float $costOfDebt,
        float $taxRate,
        float $preferred = 0.0,
        ?float $costOfPreferred = null,
    ): self {
        $value = $equityValue + $debt + $preferred;
        if ($value <= 0) {
            throw new \InvalidArgumentException(Words::say('equity_debt_and_preferred_capital_must'));
        }
        $after = $costOfDebt * (1 - $taxRate);
        $rest = ($equityValue / $value) * $costOfEquity + ($preferred / $value) * ($costOfPreferred ?? 0.0);

        return new self(
            $equityValue / $value,
            $debt / $value,
            $preferred / $value,
            $costOfPreferred,
            $after,
            $rest + ($debt / $value) * $after,
            $rest + ($debt / $value) * $costOfDebt,
        );
    }
}
