<?php

declare(strict_types=1);

namespace Logion\Time;

use Logion\Figure\LogionException;

final class InvalidDay extends \InvalidArgumentException implements LogionException
{
    public static function of(string $text): self
    {
        return new self('"'.mb_substr($text, 0, 40).'" is not a calendar day; write it as YYYY-MM-DD.');
    }
}
