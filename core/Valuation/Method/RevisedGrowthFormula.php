<?php

declare(strict_types=1);

namespace Logion\Valuation\Method;

/**
 * Earnings times (8.5 + 2g) times 4.4 over the yield of good bonds, with constants of one's own; everything in per cent points.
 *
 * @see B. Graham, The Decade 1965–1974, Financial Analysts Journal 30(5), 1974
 */
final readonly class RevisedGrowthFormula
{
    public function __construct(
        public float $baseMultiple = 8.5,
        public float $growthFactor = 2.0,
        public float $referenceYield = 4.4,
        public ?float $growthCap = null,
    ) {
    }

    /** Growth as it is counted: never more than the cap. */
    public function growth(float $growth): float
    {
        return $this->growthCap === null ? $growth : min($growth, $this->growthCap);
    }

    /** Null where the yield or what is paid before it is not positive. */
    public function multiple(float $growth, float $bondYield): ?float
    {
        $paid = $this->baseMultiple + $this->growthFactor * $this->growth($growth);

        return $bondYield <= 0 || $paid <= 0 ? null : ($paid * $this->referenceYield) / $bondYield;
    }

    /** Null for a loss too. */
    public function value(float $earningsPerShare, float $growth, float $bondYield): ?float
    {
        $multiple = $this->multiple($growth, $bondYield);

        return $multiple === null || $earningsPerShare <= 0 ? null : $earningsPerShare * $multiple;
    }

    /** The growth a price pays for. */
    public function impliedGrowth(float $price, float $earningsPerShare, float $bondYield): ?float
    {
        return $earningsPerShare <= 0 || $bondYield <= 0
            ? null
            : (($price * $bondYield) / ($this->referenceYield * $earningsPerShare) - $this->baseMultiple) / $this->growthFactor;
    }
}
