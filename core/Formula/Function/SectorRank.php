<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Formula\Shape\PlaceAmongCompanies;

final class SectorRank extends PlaceAmongCompanies
{
    public function name(): string
    {
        return 'sector_rank';
    }

    protected function description(): string
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

    protected function place(int $below, int $atMost, int $n): float
    {
        return $below / $n;
    }
}
