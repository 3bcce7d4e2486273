<?php

declare(strict_types=1);

namespace Logion\Statistics;

use Logion\Figure\LogionException;
use Logion\Figure\Words;

final class UnequalLengths extends \InvalidArgumentException implements LogionException
{
    public static function of(int $first, int $second): self
    {
        return new self(Words::say('two_series_that_belong_together_differ', first: $first, second: $second));
    }
}
