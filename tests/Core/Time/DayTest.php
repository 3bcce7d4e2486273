<?php

declare(strict_types=1);

namespace Tests\Core\Time;

use Logion\Time\Day;
use PHPUnit\Framework\TestCase;

final class DayTest extends TestCase
{
    public function test_days_are_counted_as_php_counts_them(): void
    {
        for ($day = new \DateTimeImmutable('1899-12-25'), $i = 0; $i < 3000; $i++, $day = $day->modify('+37 days')) {
            $is = (int) $day->format('Ymd');
            $this->assertSame($is, Day::fromOrdinal(Day::ordinal($is)));
            $this->assertSame((int) $day->modify('+37 days')->format('Ymd'), Day::plus($is, 37));
            $last = new \DateTimeImmutable($day->format('Y-m-t'));
            while ($last->format('N') > 5) {
                $last = $last->modify('-1 day');
            }
            $this->assertSame((int) $last->format('Ymd'), Day::lastWeekdayOfMonth(intdiv($is, 100)));
        }
        $earlier = [
            [20240331, 1, 20240229],
            [20230331, 1, 20230228],
            [20000331, 1, 20000229],
            [19000331, 1, 19000228],
            [20240131, 1, 20231231],
            [20240731, 1, 20240630],
            [20240531, 1, 20240430],
            [20241031, 1, 20240930],
            [20241231, 1, 20241130],
            [20240831, 13, 20230731],
            [20240115, 12, 20230115],
        ];
        foreach ($earlier as [$day, $months, $expected]) {
            $this->assertSame($expected, Day::monthsEarlier($day, $months));
        }
    }

    public function test_what_is_no_day_is_quoted_in_short(): void
    {
        $this->expectExceptionMessage('"'.str_repeat('x', 40).'" is not a calendar day');
        Day::parse(str_repeat('x', 41));
    }

    public function test_the_parts_of_a_day(): void
    {
        $this->assertSame([2026, 2, 202602], [Day::year(20260228), Day::monthOfYear(20260228), Day::month(20260228)]);
        $this->assertSame([12, 1], [Day::monthOfYear(20251231), Day::monthOfYear(20260101)]);
    }
}
