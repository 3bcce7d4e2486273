<?php

declare(strict_types=1);

namespace Logion\Comparison;

use Logion\Figure\LogionException;

final class InvalidRanking extends \InvalidArgumentException implements LogionException
{
    public static function because(string $problem): self
    {
        return new self("This is not a ranking: {$problem}");
    }
}
