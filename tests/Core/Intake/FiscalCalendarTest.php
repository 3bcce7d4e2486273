<?php

declare(strict_types=1);

namespace Tests\Core\Intake;

use Logion\Intake\FiscalCalendar;
use Logion\Intake\Refusal;
use Logion\Time\Day;
use PHPUnit\Framework\TestCase;

/** From days and headings to fiscal periods, at the edges of what is one. */
final class FiscalCalendarTest extends TestCase
{
    /** The period a flow of so many days up to a day is; null if refused. */
    private static function flow(int $end, int $days, int $yearEndMonth = 12): ?string
    {
        try {
            ['kind' => $kind, 'period' => $period] = (new FiscalCalendar($yearEndMonth))->period(Day::plus($end, 1 - $days), $end);

            return "{$kind} {$period}";
        } catch (Refusal) {
            return null;
        }
    }

    public function test_lengths_that_are_a_period_and_lengths_that_are_just_none(): void
    {
        foreach ([[344, null], [345, 'year 20240'], [366, 'year 20240'], [385, 'year 20240'], [386, null]] as [$days, $expected]) {
            $this->assertSame(
                $expected ?? (abs($days - 364) <= 12 ? 'year_to_date 20244' : null),
                self::flow(20241231, $days),
                "{$days} days",
            );
        }
        foreach ([[79, null], [80, 'quarter 20241'], [104, 'quarter 20241'], [105, null]] as [$days, $expected]) {
            $this->assertSame($expected, self::flow(20240331, $days), "{$days} days");
        }
        foreach ([[169, null], [170, 'half 20247'], [196, 'half 20247'], [197, null]] as [$days, $expected]) {
            $this->assertSame($expected, self::flow(20241231, $days), "{$days} days");
        }
        foreach ([[169, null], [170, 'year_to_date 20242'], [194, 'year_to_date 20242'], [195, null]] as [$days, $expected]) {
            $this->assertSame($expected, self::flow(20240630, $days), "{$days} days");
        }
        foreach ([[260, null], [261, 'year_to_date 20243'], [285, 'year_to_date 20243'], [286, null]] as [$days, $expected]) {
            $this->assertSame($expected, self::flow(20240930, $days), "{$days} days");
        }
        $this->assertNull(self::flow(20240930, 366), 'a year that does not end with the fiscal year');
    }

    public function test_quarters_of_any_year_end_and_days_near_the_end_of_a_month(): void
    {
        $calendar = new FiscalCalendar(6);
        foreach (
            [
                20230930 => [2024, 1],
                20231231 => [2024, 2],
                20240331 => [2024, 3],
                20240630 => [2024, 4],
                20240702 => [2024, 4],
                20240628 => [2024, 4],
            ] as $day => $quarter
        ) {
            $this->assertSame($quarter, $calendar->quarterEnding($day), (string) $day);
        }
        foreach ([20240531, 20240615, 20240731] as $day) {
            $this->assertNull($calendar->quarterEnding($day), (string) $day);
        }
        $this->assertSame(['kind' => 'balance', 'period' => 20244], $calendar->period(null, 20240630));
        $this->expectExceptionMessage('2024-05-31 does not end a fiscal quarter of a year that ends in month 6');
        $calendar->period(null, 20240531);
    }

    public function test_headings(): void
    {
        $calendar = new FiscalCalendar(12);
        foreach (
            [
                '2023' => 20230,
                'FY 2023' => 20230,
                'FY23' => 20230,
                "FY '23" => 20230,
                '2023A' => 20230,
                'Q1 2024' => 20241,
                '4Q24' => 20244,
                "Q3'24" => 20243,
                '2024-Q2' => 20242,
                'H1 2024' => 20246,
                '2H24' => 20247,
                "H2'24" => 20247,
                '31.12.2023' => 20230,
                '2023-12-31' => 20230,
                '30/09/2023' => 20233,
                'Year ended December 2023' => 20230,
                'Three months ended 31 December 2023' => 20234,
                'Dec 23' => 20230,
                "Sep '23" => 20233,
                'Quarter ended Dec 2023' => 20234,
                'as of 31 March 2024' => 20241,
            ] as $text => $period
        ) {
            $this->assertSame($period, $calendar->heading((string) $text), (string) $text);
        }
        foreach (['', 'Revenue', '1823', 'Q5 2024', 'H3 2024', 'Dex 2023', '31.11.2023', '2023 to 2024'] as $text) {
            $this->assertNull($calendar->heading($text), $text);
        }
    }
}
