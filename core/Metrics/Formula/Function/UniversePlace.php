<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula\Function;

use Logion\Metrics\Formula\Shape\AmongCompanies;
use Logion\Statistics\Rank;

final class UniversePlace extends AmongCompanies
{
    public function name(): string
    {
        return 'universe_place';
    }

    public function description(): string
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

    public function standing(array $sorted, float $own): float
    {
        return (float) (count($sorted) - Rank::firstAbove($sorted, $own) + 1);
    }
}
