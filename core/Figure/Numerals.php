<?php

declare(strict_types=1);

namespace Logion\Figure;

/** Numbers inside sentences, written as the language writes them. */
final class Numerals
{
    public static function decimal(float $value, int $digits = 0): string
    {
        $marks = Words::of()->numerals;
        $text = number_format(abs($value), $digits, $marks['point'], $marks['thousands']);

        // What rounds to nothing has no sign.
        return ($value < 0 && strpbrk($text, '123456789') !== false ? $marks['minus'] : '').$text;
    }

    /** A fraction in per cent. */
    public static function percent(float $fraction, int $digits = 0): string
    {
        return self::decimal(100 * $fraction, $digits).' %';
    }

    /** How many times larger something is, or smaller where the factor is below one. */
    public static function times(float $factor): string
    {
        return $factor < 1
            ? Words::say('times_smaller', number: self::decimal(1 / $factor))
            : Words::say('times_larger', number: self::decimal($factor));
    }

    /** By how much something has changed, in per cent, with its sign. */
    public static function change(float $fraction, int $digits = 0): string
    {
        return ($fraction > 0 ? '+' : '').self::percent($fraction, $digits);
    }
}
