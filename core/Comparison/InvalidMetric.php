<?php

declare(strict_types=1);

namespace Logion\Comparison;

use Logion\Figure\LogionException;
use Logion\Figure\Words;

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
            Words::say(
                'would_refer_to_itself_take_it',
                key: $key,
                through: $path === [] ? '' : Words::say('through', path: implode(', ', $path)),
            ),
        );
    }
}
