<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Formula\Shape\PlaceAmongCompanies;

final class SectorPercentile extends PlaceAmongCompanies
{
    public function name(): string
    {
        return 'sector_percentile';
    }

    protected function description(): string
    {
        return 'percentile in the sector, (below + ½ equal) / n';
    }

    public function example(): string
    {
        return 'sector_percentile(price_to_earnings)';
    }

    public function inSector(): bool
    {
        return true;
    }

    protected function place(int $below, int $atMost, int $n): float
    {
        return ($below + $atMost) / 2 / $n;
    }
}
