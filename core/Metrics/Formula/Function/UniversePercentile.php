<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula\Function;

use Logion\Metrics\Formula\Shape\AmongCompanies;
use Logion\Statistics\Rank;

final class UniversePercentile extends AmongCompanies
{
    public function name(): string
    {
        return 'universe_percentile';
    }

    public function description(): string
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

    public function standing(array $sorted, float $own): float
    {
        return (float) Rank::percentile($sorted, $own);
    }
}
