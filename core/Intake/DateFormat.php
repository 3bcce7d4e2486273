<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Figure\Words;

/** How a file writes days: year first, day first, month first, with the month in letters, or as a spreadsheet's serial number. */
enum DateFormat: string
{
    case YearFirst = 'year first';
    case DayFirst = 'day first';
    case MonthFirst = 'month first';

    private const NUMERIC = '/^\s*(\d{1,2})[.\/-](\d{1,2})[.\/-](\d{2}|\d{4})\b/';

    private const MONTHS = [
        'jan' => 1,
        'feb' => 2,
        'mar' => 3,
        'apr' => 4,
        'may' => 5,
        'jun' => 6,
        'jul' => 7,
        'aug' => 8,
        'sep' => 9,
        'oct' => 10,
        'nov' => 11,
        'dec' => 12,
    ];

    /**
     * The order that fits all samples, and whether another would fit as well. Dots stand between day, month and year in that order.
     *
     * @param  iterable<string>  $samples
     * @return array{DateFormat, bool}
     */
    public static function detect(iterable $samples): array
    {
        $day = $month = true;
        $numeric = $dotted = 0;
        foreach ($samples as $text) {
            if (preg_match(self::NUMERIC, $text, $m) === 1) {
                $numeric++;
                $dotted += str_contains($m[0], '.') ? 1 : 0;
                $day = $day && (int) $m[2] <= 12;
                $month = $month && (int) $m[1] <= 12;
            }
        }

        return match (true) {
            $numeric === 0 => [self::YearFirst, false],
            $day && $month => [self::DayFirst, $dotted < $numeric],
            $month => [self::MonthFirst, false],
            default => [self::DayFirst, false],
        };
    }

    /**
     * Whether the order of day and month matters for none of the samples.
     *
     * @param  list<string>  $samples
     */
    public static function isWritten(array $samples): bool
    {
        return preg_grep(self::NUMERIC, $samples) === [];
    }

    /**
     * The day YYYYMMDD a text stands for.
     *
     * @throws Refusal if it is not a day of the calendar
     */
    public function parse(string $text): int
    {
        // Most days of large files are written so.
        if (strlen($text) === 10 && $text[4] === '-' && $text[7] === '-') {
            $parts = [substr($text, 0, 4), substr($text, 5, 2), substr($text, 8, 2)];
            if (ctype_digit($parts[0].$parts[1].$parts[2])) {
                return self::day((int) $parts[0], (int) $parts[1], (int) $parts[2], $text);
            }
        }
        $text = trim($text);
        if (preg_match('/^(\d{4})[.\/-]?(\d{2})[.\/-]?(\d{2})(?:[T ].*)?$/D', $text, $m) === 1) {
            return self::day((int) $m[1], (int) $m[2], (int) $m[3], $text);
        }
        if (preg_match('/^(\d{4})-(\d{1,2})-(\d{1,2})$/D', $text, $m) === 1) {
            return self::day((int) $m[1], (int) $m[2], (int) $m[3], $text);
        }
        if (preg_match('/^(\d{1,2})[.\/-](\d{1,2})[.\/-](\d{2}|\d{4})(?:[T ].*)?$/D', $text, $m) === 1 && $this !== self::YearFirst) {
            [$d, $month] = $this === self::MonthFirst ? [$m[2], $m[1]] : [$m[1], $m[2]];

            return self::day(self::century($m[3]), (int) $month, (int) $d, $text);
        }
        if (
            preg_match('/^(\d{1,2})[ .-]*([A-Za-z]{3})[a-z]*[ .,-]*(\d{2}|\d{4})$/D', $text, $m) === 1 &&
            isset(self::MONTHS[strtolower($m[2])])
        ) {
            return self::day(self::century($m[3]), self::MONTHS[strtolower($m[2])], (int) $m[1], $text);
        }
        if (
            preg_match('/^([A-Za-z]{3})[a-z]*[ .-]*(\d{1,2})(?:st|nd|rd|th)?[ ,.-]+(\d{4})$/D', $text, $m) === 1 &&
            isset(self::MONTHS[strtolower($m[1])])
        ) {
            return self::day((int) $m[3], self::MONTHS[strtolower($m[1])], (int) $m[2], $text);
        }
        if (preg_match('/^\d{5}(\.\d+)?$/D', $text) === 1) {
            // A spreadsheet counts days from the end of 1899.
            return (int) gmdate('Ymd', ((int) $text - 25569) * 86400);
        }
        throw Refusal::because(Words::say('is_not_a_date', text: mb_substr($text, 0, 40)));
    }

    private static function century(string $year): int
    {
        return strlen($year) === 4 ? (int) $year : ((int) $year < 70 ? 2000 : 1900) + (int) $year;
    }

    private static function day(int $year, int $month, int $day, string $text): int
    {
        if ($year < 1900 || $year > 2200 || ! checkdate($month, $day, $year)) {
            throw Refusal::because(Words::say('is_not_a_day_of_the', text: mb_substr($text, 0, 40)));
        }

        return $year * 10000 + $month * 100 + $day;
    }
}
