<?php

declare(strict_types=1);

namespace Logion\Portfolio\Ledger;

use Brick\Math\BigDecimal;

/** Shares bought together, with what they cost. */
final readonly class Lot
{
    /**
     * @param  int  $acquired  day YYYYMMDD
     * @param  int  $row  of the transaction, which tells lots of a day apart
     */
    public function __construct(public int $acquired, public int $row, public BigDecimal $quantity, public BigDecimal $cost)
    {
    }

    public function with(BigDecimal $quantity, BigDecimal $cost): self
    {
        return new self($this->acquired, $this->row, $quantity, $cost);
    }
}
