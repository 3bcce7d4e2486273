<?php

declare(strict_types=1);

namespace App\Exchange\Reading;

use Logion\Import\Refusal;
use Logion\Market\Day;

/** Periods, units and names as the open information model writes them (OIM 1.0, XBRL International, 2021). */
final class XbrlPeriods
{
    /**
     * First and last day of a period; the first is null for an instant. An interval ends before its second moment; a moment at
     * midnight is the end of the day before.
     *
     * @return array{?int, int}
     *
     * @throws Refusal if the text is no period
     */
    public static function parse(string $text): array
    {
        $text = trim($text);
        if (preg_match('/^(\d{4})$/D', $text, $m) === 1) {
            return [(int) ($m[1].'0101'), (int) ($m[1].'1231')];
        }
        if (preg_match('/^(\d{4})-Q([1-4])(@end)?$/D', $text, $m) === 1) {
            $start = (int) sprintf('%s%02d01', $m[1], 3 * (int) $m[2] - 2);
            $end = (int) date('Ymt', (int) mktime(12, 0, 0, 3 * (int) $m[2], 1, (int) $m[1]));

            return [isset($m[3]) ? null : $start, $end];
        }
        if (preg_match('/^(.+)\.\.(.+)$/D', $text, $m) === 1) {
            return [self::day($m[1]), self::day($m[2])];
        }
        if (preg_match('~^([^/]+)/([^/]+)$~D', $text, $m) === 1) {
            return [self::day($m[1]), self::before($m[2])];
        }
        if (str_ends_with($text, '@end')) {
            return [null, self::day(substr($text, 0, -4))];
        }

        return [null, self::before($text)];
    }

    /** "iso4217:XCR/xbrli:shares" as "XCR/shares"; no unit is a pure number. */
    public static function unit(?string $unit): string
    {
        return $unit === null || $unit === '' ? 'pure' : implode('/', array_map(self::local(...), explode('/', $unit)));
    }

    /** A qualified name without its prefix. */
    public static function local(string $name): string
    {
        $at = strrpos($name, ':');

        return $at === false ? $name : substr($name, $at + 1);
    }

    /** Last day before a moment; a moment without time of day means the end of its day. */
    private static function before(string $moment): int
    {
        return preg_match('/T00:00:00/', $moment) === 1 ? Day::plus(self::day($moment), -1) : self::day($moment);
    }

    public static function day(string $text): int
    {
        try {
            return Day::parse(substr(trim($text), 0, 10));
        } catch (\Logion\Market\InvalidDay) {
            throw Refusal::because('"'.mb_substr($text, 0, 40).'" is not a day of the calendar');
        }
    }
}
