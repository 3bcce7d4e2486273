<?php

declare(strict_types=1);

namespace Tests\Core\Intake;

use Logion\Intake\FiscalCalendar;
use Logion\Intake\PeriodHeading;
use Logion\Intake\Refusal;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Headings of columns, with what stands above them, as spans of a fiscal year: never a longer span as a shorter one. */
final class PeriodHeadingTest extends TestCase
{
    /** @param  list<string>  $above */
    private static function read(string $cell, array $above = [], FiscalCalendar $calendar = new FiscalCalendar()): string
    {
        try {
            $read = PeriodHeading::read($cell, $above, $calendar);
        } catch (Refusal) {
            return 'refused';
        }

        return $read === null ? 'none' : trim($read->kind.' '.($read->period ?: '').($read->restated ? ' restated' : ''));
    }

    public function test_quarters_and_halves_counted_in_any_way_are_the_same_quarters_and_halves(): void
    {
        foreach ([1 => ['1st', 'first'], ['2nd', 'second'], ['3rd', 'third'], ['4th', 'fourth']] as $n => [$figure, $word]) {
            $written = [
                "Q{$n}",
                "{$n}Q",
                "quarter {$n}",
                "{$figure} quarter",
                "{$word} quarter",
                "{$word}-quarter",
                strtoupper("{$figure} quarter"),
            ];
            foreach ($written as $quarter) {
                $this->assertSame("quarter 2023{$n}", self::read("{$quarter} 2023"), $quarter);
                $this->assertSame("quarter 2023{$n}", self::read("2023 {$quarter}"), $quarter);
            }
        }
        foreach ([1 => 'year_to_date 20232', 2 => 'half 20237'] as $n => $span) {
            foreach (
                ["H{$n}", "{$n}H", "half {$n}", ['', '1st', '2nd'][$n].' half', ['', 'first', 'second'][$n].' half-year'] as $half
            ) {
                $this->assertSame($span, self::read("{$half} 2023"), $half);
            }
        }
    }

    /** @return iterable<string, array{string, string}> */
    public static function cells(): iterable
    {
        $cells = [
            'year 20230' => [
                '2023',
                'FY 2023',
                'FY23',
                "FY'23",
                'Fiscal 2023',
                'fiscal year 2023',
                '2023A',
                '2023 (audited)',
                '2023*',
                '2023 (1)',
                '2023¹',
                'Year 2023',
                'FY2022/23',
                '2022/23',
                '2022-23',
                '2022/2023',
                'Year ended 31 December 2023',
                'Twelve months ended December 31, 2023',
                '12M 2023',
                'Fiscal year ended Dec 2023',
                'Jan-Dec 2023',
                '1 January – 31 December 2023',
                '12 months ended 31-Dec-23',
                '01.01.2023 - 31.12.2023',
                'YTD Dec 2023',
                '52 weeks ended 31 December 2023',
                'Annual 2023',
                '53 weeks ended January 1, 2024',
                'Full year 2023',
            ],
            'year 20220 restated' => ['2022 (restated)', 'FY 2022 restated', '2022 revised', 'FY22 (as restated)'],
            'quarter 20242' => [
                'Q2 2024',
                '2Q24',
                'Q2/24',
                "Q2'24",
                '2024 Q2',
                '2024-Q2',
                'Q2 FY24',
                '2nd quarter 2024',
                'Second quarter of fiscal 2024',
                'Q2 2023/24',
                'Three months ended June 30, 2024',
                '3 months ended 30.06.2024',
                'Quarter ended Jun 2024',
                'Apr-Jun 2024',
                'Apr-Jun 24',
                '04/01/2024 - 06/30/2024',
                '01/04/2024 - 30/06/2024',
                '1 April to 30 June 2024',
                '13 weeks ended 29 June 2024',
                'Q2 2024 (unaudited)',
                '3 Months Ended Jun. 30, 2024',
            ],
            'quarter 20241' => ['3M 2024', 'YTD Mar 2024', 'Q1 24'],
            'year_to_date 20242' => [
                'H1 2024',
                '1H24',
                '6M 2024',
                'Six months ended June 30, 2024',
                'six months ended 30 June 2024',
                '6 months to 30.06.2024',
                'First half 2024',
                'HY 2024',
                'HY24',
                'Half year ended 30 June 2024',
                'Jan-Jun 2024',
                '01.01.2024 - 30.06.2024',
                'YTD Jun 2024',
                'Half-year 2024',
                '26 weeks ended 30 June 2024',
                '6 Months Ended Jun. 30, 2024',
                'Interim 30 June 2024',
                'H1 2023/24',
            ],
            'year_to_date 20243' => [
                '9M 2024',
                '9M24',
                'Nine months ended September 30, 2024',
                '9 months ended 30 Sep 2024',
                'Q1-Q3 2024',
                'Jan–Sep 2024',
                'YTD September 2024',
                '39 weeks ended 28 September 2024',
                'nine months 2024',
                '2024 9M',
                'Nine months to 30 September 2024',
            ],
            'half 20247' => ['H2 2024', '2H24', 'Second half 2024', 'Six months ended December 31, 2024', 'Jul-Dec 2024'],
            'day 20242' => [
                '30.06.2024',
                'June 30, 2024',
                '30 June 2024',
                '2024-06-30',
                '6/30/2024',
                'Jun 2024',
                'Jun-24',
                'as of 30 June 2024',
                '30/06/24',
                'Jun. 30, 2024',
                '20240630',
                '30. Juni 2024',
            ],
            'day 20234' => ['31.12.2023', '12/31/2023', 'Dec 2023', 'December 31, 2023', '31. Dezember 2023'],
            'day 20233' => ['30-Sep-23', "30th-September'23"],
            'left_out' => [
                '2023E',
                'FY23E',
                'FY 2024e',
                '2025 (E)',
                'LTM 2024',
                'LTM Jun 2024',
                'TTM 2023',
                '2024 forecast',
                '2024 budget',
                '2024 vs 2023 %',
                'Change 2024',
                '% change 2024/2023',
                '2024 growth',
                'Pro forma 2023',
                '2024F',
                '2024 guidance',
                'yoy 2024',
            ],
            'none' => [
                '',
                'Note',
                'Revenue',
                '1823',
                'Q5 2024',
                'H3 2024',
                'Dex 2023',
                '31.11.2023',
                '2023 to 2024',
                '1,234',
                '12',
                'Change',
                '%',
                '2024/26',
                'Notes 12',
                '2023/99',
            ],
            'refused' => ['Six months ended September 30, 2024', 'Nine months ended June 30, 2024', 'Jan-May 2024'],
        ];
        foreach ($cells as $expected => $texts) {
            foreach ($texts as $text) {
                yield $text => [$text, $expected];
            }
        }
    }

    #[DataProvider('cells')]
    public function test_cells_that_say_all(string $text, string $expected): void
    {
        $this->assertSame($expected, self::read($text), $text);
    }

    public function test_a_cell_is_completed_by_what_stands_above_it(): void
    {
        foreach (
            [
                ['2024', ['Six months ended June 30,'], 'year_to_date 20242'],
                ['2023', ['Three Months Ended June 30,'], 'quarter 20232'],
                ['2023', ['', 'Nine months ended 30 September', 'Consolidated income statement'], 'year_to_date 20233'],
                ['2023', ['Years ended December 31,'], 'year 20230'],
                ['2023', ['For the year ended 31 December'], 'year 20230'],
                ['2023', ['Year ended'], 'year 20230'],
                ['2023', ['For the six months ended June 30, 2024 and 2023'], 'year_to_date 20232'],
                ['2023', ['At June 30'], 'day 20232'],
                ['2023', ['As of December 31,'], 'day 20234'],
                ['2023', ['Annual report, presented on 12 March 2024'], 'year 20230'],
                ['2023', ['Consolidated income statement', 'Quillport Ferries'], 'year 20230'],
                ['2024 (restated)', ['Six months ended June 30,'], 'year_to_date 20242 restated'],
                ['30 June 2024', ['Six months ended'], 'year_to_date 20242'],
                ['Jun. 30, 2024', ['3 Months Ended'], 'quarter 20242'],
                ['Jun. 30, 2024', ['6 Months Ended', 'USD in Millions'], 'year_to_date 20242'],
                ['30.06.2024', ['9 months'], 'refused'],
                ['Q1', ['2024'], 'quarter 20241'],
                ['H1', ['FY 2024'], 'year_to_date 20242'],
                ['9M', ['', '2024'], 'year_to_date 20243'],
                ['Second quarter', ['2024'], 'quarter 20242'],
                ['2023', ['Six months ended'], 'refused'],
                ['FY 2023', ['Six months ended June 30,'], 'year 20230'],
                ['31 December 2023', ['Year ended'], 'year 20230'],
                ['31 December 2023', ['Six months ended'], 'half 20237'],
            ] as [$cell, $above, $expected]
        ) {
            $this->assertSame($expected, self::read($cell, $above), $cell.' under '.implode(' / ', $above));
        }
    }

    public function test_fiscal_years_are_numbered_as_the_company_does(): void
    {
        $ends = new FiscalCalendar(1);
        $begins = new FiscalCalendar(1, namedByStart: true);
        // The year from February 2023 to the third of February 2024.
        foreach (
            [
                ['53 weeks ended February 3, 2024', 'year 20240', 'year 20230'],
                ['2023', 'year 20230', 'year 20230'],
                ['2023/24', 'year 20240', 'year 20230'],
                ['13 weeks ended October 28, 2023', 'quarter 20243', 'quarter 20233'],
                ['26 weeks ended July 29, 2023', 'year_to_date 20242', 'year_to_date 20232'],
                ['Q3 2023', 'quarter 20233', 'quarter 20233'],
            ] as [$text, $byEnd, $byStart]
        ) {
            $this->assertSame([$byEnd, $byStart], [self::read($text, [], $ends), self::read($text, [], $begins)], $text);
        }
        $this->assertSame([20230131, 20240131], [$ends->end(20230), $begins->end(20230)]);
        $this->assertSame([20221031, 20231031], [$ends->end(20233), $begins->end(20233)]);
        $this->assertSame([[2024, 4], [2023, 4]], [$ends->quarterEnding(20240203), $begins->quarterEnding(20240203)]);
        $december = new FiscalCalendar(12, namedByStart: true);
        $this->assertSame([20231231, [2023, 4]], [$december->end(20230), $december->quarterEnding(20231231)]);
    }

    public function test_whether_a_year_is_known_by_its_number_only(): void
    {
        $numbered = static fn (string $cell): bool => PeriodHeading::read($cell, [], new FiscalCalendar(1))->numbered ?? false;
        $this->assertSame([true, true, true], [$numbered('2023'), $numbered('Q1 2023'), $numbered('9M 2023')]);
        $this->assertSame([false, false, false], [$numbered('2022/23'), $numbered('31 January 2023'), $numbered('Q1 2022/23')]);
        $this->assertSame('an estimate, not a reported figure', PeriodHeading::read('2025E', [], new FiscalCalendar())->reason ?? null);
    }

    public function test_a_heading_is_told_as_the_span_it_means(): void
    {
        $calendar = new FiscalCalendar();
        foreach (
            [
                'FY 2023' => 'FY 2023',
                'Q4 2023' => 'Q4 2023',
                '9M 2023' => '9M 2023',
                'H1 2023' => 'H1 2023',
                '12M 2023' => 'FY 2023',
                '12 months ended 31-Dec-23' => 'FY 2023',
                '31.12.2023' => 'end of FY 2023',
                '30.09.2023' => 'end of Q3 2023',
            ] as $cell => $label
        ) {
            $this->assertSame($label, PeriodHeading::read($cell, [], $calendar)?->label(), $cell);
        }
        $this->assertTrue(PeriodHeading::read('12M 2023', [], $calendar)?->numbered);
        $this->assertFalse(PeriodHeading::read('12M 2022/23', [], $calendar)?->numbered);
    }

    public function test_months_of_other_languages(): void
    {
        foreach (['31. Mai 2024' => 5, '31. März 2024' => 3, '31. Dezember 2024' => 12, '31. Oktober 2024' => 10] as $text => $month) {
            $this->assertSame('day 20244', self::read($text, [], new FiscalCalendar($month)), $text);
        }
    }

    public function test_what_says_nothing_of_time_is_looked_past(): void
    {
        foreach (
            [
                'year 20230' => [
                    'Actual 2023',
                    '2023 actual',
                    '2023 (IFRS)',
                    '2023 €m',
                    'EUR m 2023',
                    '2023 in EUR m',
                    'Total 2023',
                    'GJ 2023',
                    '2023 FY',
                    'FYE 2023',
                    'FY 22/23',
                ],
                'year_to_date 20232' => ['First six months 2023', 'June 30, 2023 (6 months)', 'Jun-23 YTD', '6M Jun-23'],
                'year_to_date 20233' => ['First nine months of 2023', 'Sep-23 YTD'],
                'day 20234' => ['12/2023', '2023-12', 'Dec-31-2023', 'FYE 12/23'],
                'left_out' => ['YTD 2023', '2023 YTD', '2023 vs. 2022'],
                'none' => ['2023B', 'Current year', 'IV Q 2023', '5Y avg'],
            ] as $expected => $cells
        ) {
            foreach ($cells as $cell) {
                $this->assertSame($expected, self::read($cell), $cell);
            }
        }
        $this->assertSame(['year 20230', 'year 20230'], [self::read('FY', ['2023']), self::read('Full year', ['2023'])]);
    }

    public function test_a_day_without_a_year_waits_for_the_year_below_it(): void
    {
        foreach (['June 29,', 'July 1,', 'Sep 30', 'December 31', 'Jun 28'] as $cell) {
            $this->assertSame('none', self::read($cell, ['Three Months Ended']), $cell);
        }
        $this->assertSame(['day 20234', 'day 20292', 'day 20242'], [self::read('Dec 23'), self::read('Jun-29'), self::read('Jun 24')]);
        $this->assertSame('quarter 20242', self::read('2024', ['June 29,', 'Three Months Ended']));
        $this->assertSame('year_to_date 20243', self::read('2024', ['June 29,', 'Nine Months Ended'], new FiscalCalendar(9)));
        $this->assertSame('quarter 20242', self::read("June 29,\n2024", ['Three Months Ended']), 'in one cell of two lines');
    }
}
