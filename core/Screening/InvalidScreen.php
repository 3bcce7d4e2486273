<?php

declare(strict_types=1);

namespace Logion\Screening;

use Logion\Figure\LogionException;
use Logion\Figure\Words;

final class InvalidScreen extends \InvalidArgumentException implements LogionException
{
    public static function because(string $problem): self
    {
        return new self(Words::say('this_is_not_a_screen', problem: $problem));
    }
}
