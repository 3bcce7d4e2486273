<?php

declare(strict_types=1);

namespace Logion\Time;

use Logion\Figure\LogionException;
use Logion\Figure\Words;

final class InvalidDay extends \InvalidArgumentException implements LogionException
{
    public static function of(string $text): self
    {
        return new self(Words::say('is_not_a_calendar_day_write', text: mb_substr($text, 0, 40)));
    }
}
