<?php

declare(strict_types=1);

namespace Logion\Transaction;

use Logion\Valuation\EquityBridge;
use Logion\Valuation\ShareCount;

/** What an acquirer offers for a share, and what that makes of the whole company. */
final readonly class Offer
{
    /** Value of all shares; options are exercised at the price offered (treasury stock method). */
    public float $equityValue;

    /** Negative where there is more cash than is paid. */
    public float $enterpriseValue;

    public float $dilutedShares;

    public function __construct(public float $price, ShareCount $shares, EquityBridge $bridge)
    {
        $this->dilutedShares = $shares->dilutedAt($price);
        $this->equityValue = $price * $this->dilutedShares;
        $this->enterpriseValue = $this->equityValue - $bridge->net();
    }

    /** Over the price before anybody knew; null where there was none. */
    public function premium(?float $unaffectedPrice): ?float
    {
        return $unaffectedPrice === null || $unaffectedPrice <= 0 ? null : $this->price / $unaffectedPrice - 1;
    }
}
