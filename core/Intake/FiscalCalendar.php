<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Figure\Words;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/**
 * Which fiscal period two days, or a heading of a table, stand for, given the month in which the fiscal year ends. A fiscal
 * year has the number of the calendar year in which it ends, or in which it begins where that is the company's habit; a
 * 52/53-week year is a year.
 */
final readonly class FiscalCalendar
{
    /** Fiscal years numbered by the calendar year in which they begin, or end. */
    public const BEGINS = 'begins';

    public const ENDS = 'ends';

    /** A year that ends later in the calendar year than this month has its number by all habits. */
    private const DOUBTFUL_UNTIL = 5;

    /** Days by which a 52/53-week year may end away from the end of the month. */
    private const SLACK = 10;

    /** @param  bool  $namedByStart  whether the company numbers its fiscal years by the calendar year in which they begin */
    public function __construct(public int $yearEndMonth = 12, public bool $namedByStart = false)
    {
    }

    /** Whether companies whose years end in that month number them in one way or the other. */
    public static function isDoubtful(int $yearEndMonth): bool
    {
        return $yearEndMonth <= self::DOUBTFUL_UNTIL;
    }

    /** Years by which the number of a fiscal year lies before the calendar year in which it ends. */
    private function before(): int
    {
        return $this->namedByStart && $this->yearEndMonth !== 12 ? 1 : 0;
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
        $year = Day::year($shifted) + (Day::monthOfYear($shifted) > $this->yearEndMonth ? 1 : 0) - $this->before();

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
            throw Refusal::because(Words::say('does_not_end_a_fiscal_quarter', day: Day::iso($end), yearEndMonth: $this->yearEndMonth));
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
            default => throw Refusal::because(Words::say('days_up_to_are_neither_a', days: $days, day: Day::iso($end))),
        };
    }

    /**
     * The period a heading of a table means, such as "2023", "FY 23", "Q1 2024", "31.12.2023" or "Year ended December 2023"; null if it
     * means none, or a part of a year that is not kept.
     */
    public function heading(string $text): ?int
    {
        try {
            $read = PeriodHeading::read($text, [], $this);
        } catch (Refusal) {
            return null;
        }

        return match ($read?->kind) {
            PeriodHeading::YEAR, PeriodHeading::HALF, PeriodHeading::QUARTER => $read->period,
            PeriodHeading::YEAR_TO_DATE => $read->period % 10 === 2 ? $read->period - 2 + FiscalPeriod::FIRST_HALF : null,
            PeriodHeading::DAY => $read->period % 10 === 4 ? $read->period - 4 : $read->period,
            default => null,
        };
    }

    /** The quarter up to which a heading such as "9M 2024" runs from the start of the year; null for any other. */
    public function nineMonths(string $text): ?int
    {
        try {
            $read = PeriodHeading::read($text, [], $this);
        } catch (Refusal) {
            return null;
        }

        return $read?->kind === PeriodHeading::YEAR_TO_DATE && $read->period % 10 === 3 ? $read->period : null;
    }

    /** The fiscal year that ends in a calendar year, or that the company calls by a number, as a period. */
    public function numbered(int $year, bool $byEnd = false): int
    {
        return FiscalPeriod::year($byEnd ? $year - $this->before() : $year);
    }

    /** Last day of a fiscal period. */
    public function end(int $period): int
    {
        $quarter = FiscalPeriod::lastQuarter($period) % 10;
        $month = $this->yearEndMonth - 12 + 3 * $quarter;
        $year = intdiv($period, 10) + $this->before() - ($month <= 0 ? 1 : 0);
        $month += $month <= 0 ? 12 : 0;
        $month += $year * 100;

        return $month * 100 + Day::daysOfMonth($month);
    }
}
