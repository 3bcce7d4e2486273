<?php

declare(strict_types=1);

namespace Logion\Portfolio\Ledger;

use Brick\Math\BigDecimal;

/** Shares that were sold, or a fraction of one that was paid out in cash. */
final readonly class Sale
{
    /** @param  int  $row  of the transaction */
    public function __construct(
        public int $row,
        public int $day,
        public string $security,
        public BigDecimal $quantity,
        public BigDecimal $proceeds,
        public BigDecimal $cost,
    ) {
    }

    public function gain(): BigDecimal
    {
        return $this->proceeds->minus($this->cost);
    }
}
