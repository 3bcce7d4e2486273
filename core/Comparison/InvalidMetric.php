<?php

declare(strict_types=1);

namespace Logion\Comparison;

use Logion\Figure\LogionException;

/** A metric of a user's own that cannot be defined. */
final class InvalidMetric extends \InvalidArgumentException implements LogionException
{
    public static function because(string $problem): self
    {
        return new self($problem);
    }

    /** @param  list<string>  $path */
    public static function circular(string $key, array $path): self
    {
        return new self(
            "\"{$key}\" would refer to itself".($path === [] ? '' : ' through '.implode(', ', $path)).'. Take it out of the formula.',
        );
    }
}
