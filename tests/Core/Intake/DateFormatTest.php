<?php

declare(strict_types=1);

namespace Tests\Core\Intake;

use Logion\Intake\DateFormat;
use Logion\Intake\Refusal;
use PHPUnit\Framework\TestCase;

final class DateFormatTest extends TestCase
{
    public function test_days_of_two_digits_belong_to_the_nearest_century_and_others_must_exist(): void
    {
        foreach (
            [
                '31.12.69' => 20691231,
                '31.12.70' => 19701231,
                '31.12.99' => 19991231,
                '01.01.00' => 20000101,
                '31.12.2024' => 20241231,
                '5 Mar 24' => 20240305,
                'March 5th, 2024' => 20240305,
                '45292' => 20240101,
                '2024-1-5' => 20240105,
                '20240105' => 20240105,
            ] as $text => $day
        ) {
            $this->assertSame($day, DateFormat::DayFirst->parse((string) $text), (string) $text);
        }
        $this->assertSame(20240305, DateFormat::MonthFirst->parse('03/05/2024'));
        $this->assertSame(20240503, DateFormat::DayFirst->parse('03/05/2024'));
        foreach (['1899-12-31', '2201-01-01', '2023-02-29', '31.04.2024', 'soon', '2024-13-01'] as $text) {
            try {
                DateFormat::DayFirst->parse($text);
                $this->fail("{$text} was read as a day.");
            } catch (Refusal $refusal) {
                $this->assertStringContainsString($text, $refusal->getMessage());
            }
        }
        $this->assertSame([19000101, 22001231], [DateFormat::DayFirst->parse('1900-01-01'), DateFormat::DayFirst->parse('2200-12-31')]);
    }

    public function test_the_order_that_fits_all_samples_is_found_with_its_doubt(): void
    {
        foreach (
            [
                [['05/03/2024', '12/12/2024'], DateFormat::DayFirst, true],
                [['05.03.2024', '12.12.2024'], DateFormat::DayFirst, false],
                [['05/03/2024', '13/12/2024'], DateFormat::DayFirst, false],
                [['05/03/2024', '12/13/2024'], DateFormat::MonthFirst, false],
                [['2024-03-05'], DateFormat::YearFirst, false],
            ] as [$samples, $format, $doubt]
        ) {
            $this->assertSame([$format, $doubt], DateFormat::detect($samples), implode(' ', $samples));
        }
    }

    public function test_months_in_letters(): void
    {
        foreach (['Jan', 'February', 'Mar', 'April', 'May', 'June', 'Jul', 'August', 'Sept', 'October', 'Nov', 'Dec'] as $at => $month) {
            $this->assertSame(20240005 + 100 * ($at + 1), DateFormat::YearFirst->parse("5 {$month} 2024"), $month);
        }
    }
}
