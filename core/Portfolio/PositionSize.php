<?php

declare(strict_types=1);

namespace Logion\Portfolio;

/** How much may be bought: what is left of a cap for the position, for its sector, of the loss one would bear, and of cash. */
final readonly class PositionSize
{
    private const ROUNDING = 1e-9;

    /**
     * @param  array{position: ?float, sector: ?float, loss: ?float, cash: ?float}  $limits  money each allows; null where it is not given
     * @param  key-of<array{position: ?float, sector: ?float, loss: ?float, cash: ?float}>  $binding  the smallest
     * @param  float|null  $lossAtInvalidation  of the portfolio, if the price falls to where one was wrong
     */
    private function __construct(
        public array $limits,
        public string $binding,
        public float $money,
        public float $quantity,
        public float $cost,
        public float $weightAfter,
        public ?float $lossAtInvalidation,
    ) {
    }

    /**
     * Null without a limit, or where there is nothing to buy or to buy with.
     *
     * @param  float|null  $invalidation  the price that proves one wrong
     * @param  float|null  $positionCap  part of the portfolio, as are the sector's and the loss
     * @param  float  $inSector  what the sector holds now, this position with it
     */
    public static function of(
        float $portfolio,
        float $price,
        ?float $invalidation = null,
        ?float $positionCap = null,
        ?float $sectorCap = null,
        float $inSector = 0.0,
        ?float $lossLimit = null,
        ?float $cash = null,
        float $held = 0.0,
        float $lot = 1.0,
    ): ?self {
        if ($portfolio <= 0 || $price <= 0) {
            return null;
        }
        $risk = $invalidation === null || $invalidation >= $price ? null : $price - $invalidation;
        $limits = [
            'position' => $positionCap === null ? null : $positionCap * $portfolio - $held * $price,
            'sector' => $sectorCap === null ? null : $sectorCap * $portfolio - $inSector,
            'loss' => $lossLimit === null || $risk === null ? null : (($lossLimit * $portfolio - $held * $risk) / $risk) * $price,
            'cash' => $cash,
        ];
        $limits = array_map(static fn (?float $of): ?float => $of === null ? null : max(0.0, $of), $limits);
        $binding = null;
        foreach ($limits as $name => $money) {
            if ($money !== null && ($binding === null || $money < $limits[$binding])) {
                $binding = $name;
            }
        }
        if ($binding === null) {
            return null;
        }
        $money = (float) $limits[$binding];
        $quantity = floor($money / $price / $lot + self::ROUNDING) * $lot;

        return new self(
            $limits,
            $binding,
            $money,
            $quantity,
            $quantity * $price,
            (($held + $quantity) * $price) / $portfolio,
            $risk === null ? null : (($held + $quantity) * $risk) / $portfolio,
        );
    }
}
