<?php

declare(strict_types=1);

namespace Logion\Reference;

use Logion\Figure\Words;

/**
 * Sections of the industry classification and the divisions in them.
 *
 * @see United Nations, International Standard Industrial Classification of All Economic Activities, Revision 4, 2008
 */
final class IndustryTree
{
    /** Letter => [label, first division, last division] */
    public const SECTIONS = [
        'A' => ['Agriculture, forestry and fishing', 1, 3],
        'B' => ['Mining and quarrying', 5, 9],
        'C' => ['Manufacturing', 10, 33],
        'D' => ['Electricity, gas, steam', 35, 35],
        'E' => ['Water supply and waste', 36, 39],
        'F' => ['Construction', 41, 43],
        'G' => ['Wholesale and retail trade', 45, 47],
        'H' => ['Transportation and storage', 49, 53],
        'I' => ['Accommodation and food service', 55, 56],
        'J' => ['Information and communication', 58, 63],
        'K' => ['Financial and insurance activities', 64, 66],
        'L' => ['Real estate activities', 68, 68],
        'M' => ['Professional and scientific activities', 69, 75],
        'N' => ['Administrative and support services', 77, 82],
        'O' => ['Public administration', 84, 84],
        'P' => ['Education', 85, 85],
        'Q' => ['Health and social work', 86, 88],
        'R' => ['Arts and recreation', 90, 93],
        'S' => ['Other services', 94, 96],
        'T' => ['Households as employers', 97, 98],
        'U' => ['Extraterritorial organisations', 99, 99],
    ];

    /** What a section or division is called; a code that the classification does not know stands for itself. */
    public static function label(string $code): string
    {
        $label = self::SECTIONS[$code][0] ?? (self::divisions()[$code] ?? null);

        return $label === null ? $code : Words::label("industry.{$code}", $label);
    }

    /** @return list<string> letters of the sections, and codes of the divisions */
    public static function codes(): array
    {
        return array_map(strval(...), array_keys(self::SECTIONS + self::divisions()));
    }

    /** @return array<string, string> by code */
    private static function divisions(): array
    {
        static $divisions = null;

        return $divisions ??= require __DIR__.'/industries.php';
    }

    /** The section a division, group or class belongs to. */
    public static function section(string $code): ?string
    {
        $division = (int) substr($code, 0, 2);
        foreach (self::SECTIONS as $letter => [, $first, $last]) {
            if ($division >= $first && $division <= $last) {
                return $letter;
            }
        }

        return null;
    }

    /** Whether an industry lies in a part of the tree: a section's letter, or the first digits of a code. */
    public static function contains(string $part, string $code): bool
    {
        return isset(self::SECTIONS[$part]) ? self::section($code) === $part : $part !== '' && str_starts_with($code, $part);
    }
}
