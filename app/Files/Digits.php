<?php

declare(strict_types=1);

namespace App\Files;

/** Numbers as text that read back as the same number, to the last digit. */
final class Digits
{
    public static function of(float $value): string
    {
        return (string) json_encode($value);
    }
}
