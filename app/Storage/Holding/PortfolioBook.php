<?php

declare(strict_types=1);

namespace App\Storage\Holding;

use Logion\Portfolio\Holdings;
use Logion\Portfolio\Movements;

/** What the transactions of a portfolio come to on a day. */
final readonly class PortfolioBook
{
    /**
     * @param  array<string, Movements>  $movements  by currency
     * @param  list<string>  $securities  keys of all that was ever held
     */
    public function __construct(public Holdings $holdings, public array $movements, public array $securities)
    {
    }
}
