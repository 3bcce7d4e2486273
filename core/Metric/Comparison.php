<?php

declare(strict_types=1);

namespace Logion\Metric;

/**
 * What makes a metric that has no formula, because it exists only beside other companies. How it is computed is said where
 * companies are compared, {@see \Logion\CrossSection\UniverseComparison}; a metric only knows what it rests on.
 */
interface Comparison
{
    /** @return list<string> formulas it reads */
    public function formulas(): array;
}
