<?php

declare(strict_types=1);

namespace Logion\Comparison;

use Logion\Figure\LogionException;
use Logion\Figure\Words;

final class InvalidRegression extends \InvalidArgumentException implements LogionException
{
    public static function because(string $problem): self
    {
        return new self(Words::say('this_regression_cannot_be_run', problem: $problem));
    }
}
