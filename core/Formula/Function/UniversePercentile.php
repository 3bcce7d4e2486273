<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Formula\Shape\PlaceAmongCompanies;

final class UniversePercentile extends PlaceAmongCompanies
{
    public function name(): string
    {
        return 'universe_percentile';
    }

    protected function description(): string
    {
        return 'percentile in the whole universe, (below + ½ equal) / n';
    }

    public function example(): string
    {
        return 'universe_percentile(price_to_earnings)';
    }

    public function inSector(): bool
    {
        return false;
    }

    protected function place(int $below, int $atMost, int $n): float
    {
        return ($below + $atMost) / 2 / $n;
    }
}
