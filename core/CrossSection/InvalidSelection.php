<?php

declare(strict_types=1);

namespace Logion\CrossSection;

use Logion\Figure\LogionException;

/** A set of companies that nobody can tell. */
final class InvalidSelection extends \InvalidArgumentException implements LogionException
{
    public static function because(string $problem): self
    {
        return new self("This is not a screen: {$problem}");
    }
}
