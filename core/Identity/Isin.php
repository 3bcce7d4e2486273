<?php

declare(strict_types=1);

namespace Logion\Identity;

/** International Securities Identification Number: ISO 6166, with the check digit of its letters as numbers by Luhn's rule. */
final class Isin
{
    public static function isValid(string $text): bool
    {
        return preg_match('/^[A-Z]{2}[A-Z0-9]{9}\d$/D', $text) === 1 && (int) $text[11] === self::checkDigit(substr($text, 0, 11));
    }

    /** @param  string  $body  the first eleven signs */
    public static function checkDigit(string $body): int
    {
        $digits = implode(
            '',
            array_map(static fn (string $sign): string => ctype_digit($sign) ? $sign : (string) (ord($sign) - 55), str_split($body)),
        );
        $sum = 0;
        foreach (array_reverse(str_split($digits)) as $place => $digit) {
            $worth = (int) $digit * (2 - ($place % 2));
            $sum += $worth > 9 ? $worth - 9 : $worth;
        }

        return (10 - ($sum % 10)) % 10;
    }
}
