<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/**
 * Which fiscal period two days, or a heading of a table, stand for, given the month in which the fiscal year ends. A fiscal
 * year has the number of the calendar year in which it ends; a 52/53-week year is a year.
 */
final readonly class FiscalCalendar
{
    /** Days by which a 52/53-week year may end away from the end of the month. */
    private const SLACK = 10;

    public function __construct(public int $yearEndMonth = 12)
    {
    }

    /**
     * The fiscal quarter a day ends; null if it ends none.
     *
     * @return array{int, int}|null fiscal year and quarter
     */
    public function quarterEnding(int $day): ?array
    {
        // Days shortly after a month's end belong to that month.
        $shifted = $day % 100 <= self::SLACK ? Day::plus($day, -self::SLACK) : $day;
        if ($shifted === $day && $day % 100 < Day::daysOfMonth(Day::month($day)) - self::SLACK) {
            return null;
        }
        $months = (Day::monthOfYear($shifted) - $this->yearEndMonth + 12) % 12;
        if ($months % 3 !== 0) {
            return null;
        }
        $year = Day::year($shifted) + (Day::monthOfYear($shifted) > $this->yearEndMonth ? 1 : 0);

        return [$year, $months === 0 ? 4 : intdiv($months, 3)];
    }

    /**
     * The kind and period of a flow between two days (both included), or of a balance on a day.
     *
     * @return array{kind: 'year'|'half'|'quarter'|'year_to_date'|'balance', period: int} period of a year, a second half, or of the
     *     quarter it ends
     *
     * @throws Refusal if it is neither a year nor a quarter nor a part of the year from its start
     */
    public function period(?int $start, int $end): array
    {
        $quarter =
            $this->quarterEnding($end) ??
            throw Refusal::because(Day::iso($end).' does not end a fiscal quarter of a year that ends in month '.$this->yearEndMonth);
        $period = FiscalPeriod::quarter(...$quarter);
        if ($start === null) {
            return ['kind' => 'balance', 'period' => $period];
        }
        $days = Day::between($start, $end) + 1;

        return match (true) {
            $days >= 345 && $days <= 385 && $quarter[1] === 4 => ['kind' => 'year', 'period' => FiscalPeriod::year($quarter[0])],
            $days >= 80 && $days <= 104 => ['kind' => 'quarter', 'period' => $period],
            $days >= 170 && $days <= 196 && $quarter[1] === 4 => [
                'kind' => 'half',
                'period' => FiscalPeriod::year($quarter[0]) + FiscalPeriod::SECOND_HALF,
            ],
            abs($days - 91 * $quarter[1]) <= 12 && $quarter[1] > 1 => ['kind' => 'year_to_date', 'period' => $period],
            default => throw Refusal::because(
                "{$days} days up to ".
                    Day::iso($end).
                    ' are neither a year, a half year, a quarter, nor the part of a year from its start; short periods are not annualised',
            ),
        };
    }

    /**
     * The period a heading of a table means, such as "2023", "FY 23", "Q1 2024", "31.12.2023" or "Year ended December 2023".
     */
    public function heading(string $text): ?int
    {
        $text = trim((string) preg_replace('/\s+/', ' ', $text));
        if (preg_match('/^(?:FY|FY\s|year\s|annual\s)?\s?((?:19|20)\d\d)(?:\s?[AR*])?$/i', $text, $m) === 1) {
            return FiscalPeriod::year((int) $m[1]);
        }
        if (preg_match('/^FY\s?\x27?(\d\d)$/i', $text, $m) === 1) {
            return FiscalPeriod::year(2000 + (int) $m[1]);
        }
        if (preg_match('/^(?:Q([1-4])|([1-4])Q)[\s\/.-]?\x27?(\d{4}|\d{2})$/i', $text, $m) === 1) {
            return FiscalPeriod::quarter(strlen($m[3]) === 4 ? (int) $m[3] : 2000 + (int) $m[3], (int) ($m[1] !== '' ? $m[1] : $m[2]));
        }
        if (preg_match('/^((?:19|20)\d\d)[\s\/.-]?Q([1-4])$/i', $text, $m) === 1) {
            return FiscalPeriod::quarter((int) $m[1], (int) $m[2]);
        }
        if (preg_match('/^(?:H([12])|([12])H)[\s\/.-]?\x27?(\d{4}|\d{2})$/i', $text, $m) === 1) {
            return FiscalPeriod::year(strlen($m[3]) === 4 ? (int) $m[3] : 2000 + (int) $m[3]) +
                (($m[1] !== '' ? $m[1] : $m[2]) === '1' ? FiscalPeriod::FIRST_HALF : FiscalPeriod::SECOND_HALF);
        }
        $quarterly = preg_match('/quarter|three months|3 months/i', $text) === 1;
        $day = (string) preg_replace('/^.*?(?:ended|ending|as of|as at|at|on|until)\s+(?:the\s)?/i', '', $text);
        if (
            preg_match('/^([A-Za-z]{3})[a-z]*[\s.\/-]+\x27?((?:19|20)?\d\d)$/', $day, $m) === 1 &&
            ($month = date_parse("1 {$m[1]} 2000")['month'] ?? false) !== false &&
            $month > 0
        ) {
            $year = strlen($m[2]) === 4 ? (int) $m[2] : 2000 + (int) $m[2];
            $end = $year * 10000 + $month * 100 + 28;
        } else {
            try {
                $end = DateFormat::detect([$day])[0]->parse($day);
            } catch (Refusal) {
                return null;
            }
        }
        $quarter = $this->quarterEnding($end);

        return $quarter === null
            ? null
            : ($quarterly || $quarter[1] !== 4
                ? FiscalPeriod::quarter(...$quarter)
                : FiscalPeriod::year($quarter[0]));
    }

    /** Last day of a fiscal period. */
    public function end(int $period): int
    {
        $quarter = FiscalPeriod::lastQuarter($period) % 10;
        $month = $this->yearEndMonth - 12 + 3 * $quarter;
        $year = intdiv($period, 10) - ($month <= 0 ? 1 : 0);
        $month += $month <= 0 ? 12 : 0;
        $month += $year * 100;

        return $month * 100 + Day::daysOfMonth($month);
    }
}
