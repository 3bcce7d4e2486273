<?php

declare(strict_types=1);

namespace App\Files;

use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Time\Day;

/** Periods, units and names as the open information model writes them (OIM 1.0, XBRL International, 2021). */
final class XbrlPeriods
{
    /**
     * First and last day of a period; the first is null for an instant. An interval ends before its second moment; a moment at
     * midnight is the end of the day before. xBRL-CSV writes whole days from..to, and short forms for calendar years, halves,
     * quarters, months and weeks, of which "@start" and "@end" name the ends.
     *
     * @return array{?int, int}
     *
     * @throws Refusal if the text is no period
     */
    public static function parse(string $text): array
    {
        $text = trim($text);
        if (preg_match('/^(.+)\.\.(.+)$/D', $text, $m) === 1) {
            return self::ordered(self::day($m[1]), self::day($m[2]), $text);
        }
        if (preg_match('~^([^/]+)/([^/]+)$~D', $text, $m) === 1) {
            return self::ordered(self::day($m[1]), self::endDay($m[2]), $text);
        }
        $end = str_ends_with($text, '@end');
        $start = str_ends_with($text, '@start');
        $short = self::calendar((string) preg_replace('/@(start|end)$/D', '', $text));

        return match (true) {
            $short === null => [null, self::endDay($text)],
            $start => [null, Day::plus($short[0], -1)],
            $end || $short[0] === $short[1] => [null, $short[1]],
            default => $short,
        };
    }

    /**
     * Last day of what ends at a moment: of a day without a time of day, or of the day before where the moment is midnight.
     *
     * @throws Refusal if the text is no day
     */
    public static function endDay(string $moment): int
    {
        return preg_match('/T(00:00:00(\.0+)?|24:00:00)/', $moment, $m) === 1 && $m[1] !== '24:00:00'
            ? Day::plus(self::day($moment), -1)
            : self::day($moment);
    }

    /** @return array{int, int}|null first and last day of a calendar year, half, quarter, month, week or day; null if it is none */
    private static function calendar(string $text): ?array
    {
        if (preg_match('/^(\d{4})(?:-?([HQW])(\d{1,2})|-(\d{2})(?:-\d{2})?)?$/D', $text, $m) !== 1) {
            return null;
        }
        $year = (int) $m[1];
        [$kind, $n] = [$m[2] ?? '', (int) ($m[3] ?? 0)];
        if ($kind === 'W' && $n >= 1 && $n <= 53) {
            $monday = (int) (new \DateTimeImmutable('UTC'))->setISODate($year, $n)->format('Ymd');

            return [$monday, Day::plus($monday, 6)];
        }
        if (strlen($text) === 10) {
            return [self::day($text), self::day($text)];
        }
        $months = match (true) {
            $kind === 'H' => 6,
            $kind === 'Q' => 3,
            isset($m[4]) => 1,
            default => 12,
        };
        $n = isset($m[4]) ? (int) $m[4] : ($kind === '' ? 1 : $n);
        if ($kind === 'W' || $n < 1 || $n > 12 / $months) {
            throw Refusal::because(Words::say('is_no_period_of_the_calendar', text: mb_substr($text, 0, 40)));
        }
        $last = $n * $months;

        return [$year * 10000 + ($last - $months + 1) * 100 + 1, ($year * 100 + $last) * 100 + Day::daysOfMonth($year * 100 + $last)];
    }

    /** @return array{int, int} */
    private static function ordered(int $first, int $last, string $text): array
    {
        return $first <= $last
            ? [$first, $last]
            : throw Refusal::because(Words::say('the_period_ends_before_it_begins', text: mb_substr($text, 0, 60)));
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

    /** @throws Refusal if the text is no day */
    public static function day(string $text): int
    {
        try {
            return Day::parse(substr(trim($text), 0, 10));
        } catch (\Logion\Time\InvalidDay) {
            throw Refusal::because(Words::say('is_not_a_day_of_the', text: mb_substr($text, 0, 40)));
        }
    }
}
