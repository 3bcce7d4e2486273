<?php

declare(strict_types=1);

namespace Logion\Valuation\Method;

/**
 * Short formulas from the literature, kept as yardsticks.
 *
 * @see B. Graham, The Intelligent Investor, 4th ed., 1973, and The Decade 1965–1974, 1974 (the revised growth formula)
 */
final class ClassicFormulas
{
    /** √(22.5 · earnings · book) per share; null unless both are positive. */
    public static function grahamNumber(float $earningsPerShare, float $bookPerShare): ?float
    {
        return $earningsPerShare > 0 && $bookPerShare > 0 ? sqrt(22.5 * $earningsPerShare * $bookPerShare) : null;
    }

    /** Earnings · (8.5 + 2g) · 4.4 / Y with growth g and high-grade bond yield Y in per cent; null for a loss. */
    public static function revisedGrowthValue(float $earningsPerShare, float $growthPercent, float $bondYieldPercent): ?float
    {
        return $earningsPerShare > 0 && $bondYieldPercent > 0
            ? ($earningsPerShare * (8.5 + 2 * $growthPercent) * 4.4) / $bondYieldPercent
            : null;
    }
}
