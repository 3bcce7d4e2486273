<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula\Function;

use Logion\Metrics\Formula\Shape\AmongCompanies;
use Logion\Statistics\Rank;

final class SectorRank extends AmongCompanies
{
    public function name(): string
    {
        return 'sector_rank';
    }

    public function description(): string
    {
        return 'share of sector peers with a smaller value';
    }

    public function example(): string
    {
        return 'sector_rank(price_to_earnings)';
    }

    public function inSector(): bool
    {
        return true;
    }

    public function standing(array $sorted, float $own): float
    {
        return Rank::firstNotBelow($sorted, $own) / count($sorted);
    }
}
