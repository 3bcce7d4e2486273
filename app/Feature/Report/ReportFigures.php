<?php

declare(strict_types=1);

namespace App\Feature\Report;

use Logion\Figure\Numerals;
use Logion\Figure\Unit;

/** Figures as a printed table shows them. */
final class ReportFigures
{
    private const MILLION = 1e6;

    public static function text(?float $value, Unit $unit): string
    {
        return match (true) {
            $value === null => '–',
            $unit === Unit::Percent => Numerals::decimal(100 * $value, 1).' %',
            $unit === Unit::Money => Numerals::decimal($value / self::MILLION, abs($value) < 1e8 ? 1 : 0).' m',
            $unit === Unit::Shares => Numerals::decimal($value / self::MILLION, 1).' m',
            $unit === Unit::Times => Numerals::decimal($value, 1).' ×',
            default => Numerals::decimal($value, 2),
        };
    }

    public static function percent(?float $value): string
    {
        return $value === null ? '–' : Numerals::decimal(100 * $value, 1).' %';
    }

    public static function money(?float $value): string
    {
        return $value === null ? '–' : Numerals::decimal($value);
    }
}
