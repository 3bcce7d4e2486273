<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula\Function;

use Logion\Metrics\Formula\Shape\AmongCompanies;
use Logion\Statistics\Rank;

final class SectorPercentile extends AmongCompanies
{
    public function name(): string
    {
        return 'sector_percentile';
    }

    public function description(): string
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

    public function standing(array $sorted, float $own): float
    {
        return (float) Rank::percentile($sorted, $own);
    }
}
