<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Figure\LogionException;
use RuntimeException;

/** A row, a cell or a file that cannot be taken, with the reason a reader can act on. */
final class Refusal extends RuntimeException implements LogionException
{
    public static function because(string $reason): self
    {
        return new self($reason);
    }
}
