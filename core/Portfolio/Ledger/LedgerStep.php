<?php

declare(strict_types=1);

namespace Logion\Portfolio\Ledger;

/** What a transaction left behind. */
final readonly class LedgerStep
{
    /**
     * @param  int  $row  of the transaction
     * @param  int  $day  YYYYMMDD
     * @param  array<string, float>  $quantities  held afterwards, of the securities it touched
     * @param  float  $contributed  paid in less taken out, up to it
     */
    public function __construct(
        public int $row,
        public int $day,
        public array $quantities,
        public float $cash,
        public float $contributed,
    ) {
    }
}
