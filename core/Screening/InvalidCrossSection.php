<?php

declare(strict_types=1);

namespace Logion\Screening;

use Logion\LogionException;

final class InvalidCrossSection extends \InvalidArgumentException implements LogionException
{
    public static function because(string $problem): self
    {
        return new self("This regression cannot be run: {$problem}");
    }
}
