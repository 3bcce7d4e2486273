<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Formula\Shape\PlaceAmongCompanies;

final class SectorPlace extends PlaceAmongCompanies
{
    public function name(): string
    {
        return 'sector_place';
    }

    protected function description(): string
    {
        return 'place in the sector counted from the highest value, 1 for the highest';
    }

    public function example(): string
    {
        return 'sector_place(price_to_earnings)';
    }

    public function inSector(): bool
    {
        return true;
    }

    protected function place(int $below, int $atMost, int $n): float
    {
        return (float) ($n - $atMost + 1);
    }
}
