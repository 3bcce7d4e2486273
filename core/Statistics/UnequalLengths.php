<?php

declare(strict_types=1);

namespace Logion\Statistics;

use Logion\Figure\LogionException;

final class UnequalLengths extends \InvalidArgumentException implements LogionException
{
    public static function of(int $first, int $second): self
    {
        return new self("Two series that belong together differ in length: {$first} and {$second} values.");
    }
}
