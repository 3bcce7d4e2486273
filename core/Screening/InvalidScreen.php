<?php

declare(strict_types=1);

namespace Logion\Screening;

use Logion\Figure\LogionException;

final class InvalidScreen extends \InvalidArgumentException implements LogionException
{
    public static function because(string $problem): self
    {
        return new self("This is not a screen: {$problem}");
    }
}
