<?php

declare(strict_types=1);

namespace Logion\Comparison;

use Logion\Figure\LogionException;
use Logion\Figure\Words;

final class InvalidRanking extends \InvalidArgumentException implements LogionException
{
    public static function because(string $problem): self
    {
        return new self(Words::say('this_is_not_a_ranking', problem: $problem));
    }
}
