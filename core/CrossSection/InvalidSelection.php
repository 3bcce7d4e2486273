<?php

declare(strict_types=1);

namespace Logion\CrossSection;

use Logion\Figure\LogionException;
use Logion\Figure\Words;

/** A set of companies that nobody can tell. */
final class InvalidSelection extends \InvalidArgumentException implements LogionException
{
    public static function because(string $problem): self
    {
        return new self(Words::say('this_is_not_a_screen', problem: $problem));
    }
}
