<?php

declare(strict_types=1);

namespace Logion\Comparison;

use Logion\Figure\LogionException;

final class InvalidRegression extends \InvalidArgumentException implements LogionException
{
    public static function because(string $problem): self
    {
        return new self("This regression cannot be run: {$problem}");
    }
}
