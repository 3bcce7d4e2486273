<?php

declare(strict_types=1);

namespace Logion\Valuation;

use Logion\Statistics\RootFinding;

/** Basic shares, restricted units and options; diluted by the treasury stock method. */
final readonly class ShareCount
{
    /** @param  list<array{count: float, strike: float}>  $options */
    public function __construct(public float $basic, public float $restrictedUnits = 0.0, public array $options = [])
    {
    }

    /** Shares that options add at a price: count × (1 − strike / price) for each tranche in the money. */
    public function fromOptions(float $price): float
    {
        $added = 0.0;
        foreach ($this->options as $option) {
            if ($option['strike'] < $price) {
                $added += $option['count'] * (1 - $option['strike'] / $price);
            }
        }

        return $added;
    }

    public function dilutedAt(float $price): float
    {
        return $this->basic + $this->restrictedUnits + $this->fromOptions($price);
    }

    /**
     * Value per share at which the options are diluted at that very value; null when equity is not positive.
     */
    public function valuePerShare(float $equityValue): ?float
    {
        if ($equityValue <= 0) {
            return null;
        }
        $claims = function (float $value) use ($equityValue): float {
            $sum = $value * ($this->basic + $this->restrictedUnits) - $equityValue;
            foreach ($this->options as $option) {
                $sum += $option['count'] * max(0.0, $value - $option['strike']);
            }

            return $sum;
        };

        return RootFinding::bracketed($claims, 0.0, $equityValue / ($this->basic + $this->restrictedUnits) + 1e-9);
    }
}
