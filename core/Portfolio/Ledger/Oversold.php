<?php

declare(strict_types=1);

namespace Logion\Portfolio\Ledger;

use Logion\Figure\LogionException;
use Logion\Figure\Words;

/** More was sold than was held. */
final class Oversold extends \DomainException implements LogionException
{
    public function __construct(
        public readonly int $row,
        public readonly string $security,
        public readonly string $quantity,
        public readonly string $held,
    ) {
        parent::__construct(Words::say('more_is_sold_than_is_held', row: $row + 1, security: $security, quantity: $quantity, held: $held));
    }
}
