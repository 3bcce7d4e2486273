<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Formula\Shape\PlaceAmongCompanies;

final class UniversePlace extends PlaceAmongCompanies
{
    public function name(): string
    {
        return 'universe_place';
    }

    protected function description(): string
    {
        return 'place in the whole universe counted from the highest value, 1 for the highest';
    }

    public function example(): string
    {
        return 'universe_place(price_to_earnings)';
    }

    public function inSector(): bool
    {
        return false;
    }

    protected function place(int $below, int $atMost, int $n): float
    {
        return (float) ($n - $atMost + 1);
    }
}
