<?php

declare(strict_types=1);

namespace Logion\Peer;

/** In what two companies can be alike. */
enum Aspect: string
{
    case Industry = 'industry';

    case Size = 'size';

    case GrossMargin = 'gross_margin';

    case OperatingMargin = 'operating_margin';

    case Growth = 'growth';

    case Leverage = 'leverage';

    case Place = 'place';

    case Businesses = 'businesses';

    /** The figure that is compared; null for what is no figure. */
    public function metric(): ?string
    {
        return match ($this) {
            self::Size => 'market_cap',
            self::GrossMargin => 'gross_margin',
            self::OperatingMargin => 'operating_margin',
            self::Growth => 'revenue_growth_3y',
            self::Leverage => 'net_debt_to_ebitda',
            self::Industry, self::Place, self::Businesses => null,
        };
    }

    /** Weight unless another is chosen. Industry decides first: a luxury house is no peer of a discount chain of the same size. */
    public function usualWeight(): float
    {
        return match ($this) {
            self::Industry => 3.0,
            self::GrossMargin, self::OperatingMargin => 2.0,
            self::Size, self::Growth, self::Businesses => 1.0,
            self::Leverage, self::Place => 0.5,
        };
    }

    /**
     * How far apart two figures are at which nothing of them is close any more: twenty points of margins and growth, three years of EBITDA
     * of debt, powers of ten of sizes.
     */
    public function reach(): float
    {
        return match ($this) {
            self::Size => 1.0,
            self::Leverage => 3.0,
            default => 0.2,
        };
    }
}
