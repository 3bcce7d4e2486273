<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Unit;
use Logion\Formula\Shape\AmongCompanies;
use Logion\Statistics\Quantile;

final class SectorMedian extends AmongCompanies
{
    public function name(): string
    {
        return 'sector_median';
    }

    protected function description(): string
    {
        return 'median of the companies of the same sector and kind of business';
    }

    public function example(): string
    {
        return 'sector_median(price_to_earnings)';
    }

    public function inSector(): bool
    {
        return true;
    }

    public function unit(): ?Unit
    {
        return null;
    }

    public function needsOwn(): bool
    {
        return false;
    }

    public function standing(array $sorted, float $own): float
    {
        return (float) Quantile::ofSorted($sorted, 0.5);
    }
}
