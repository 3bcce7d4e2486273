<?php

declare(strict_types=1);

namespace Tests\Core\Reporting;

use Logion\Reporting\Rounding;
use PHPUnit\Framework\TestCase;

final class RoundingTest extends TestCase
{
    public function test_half_a_per_cent_or_two_units_whichever_is_more_is_rounding(): void
    {
        $this->assertSame(
            [5000.0, 2000.0, 2000.0],
            [Rounding::allowance(-1e6, 1000.0), Rounding::allowance(10.0, 1000.0), Rounding::allowance(0.0, 1000.0)],
        );
        $this->assertFalse(Rounding::differs(103.0, 100.0, 3.0));
        $this->assertTrue(Rounding::differs(96.9, 100.0, 3.0));
    }

    public function test_a_sum_may_be_off_by_half_a_unit_for_each_of_its_lines_and_by_two_at_least(): void
    {
        $this->assertSame(
            [2000.0, 2000.0, 2500.0, 5500.0],
            array_map(static fn (int $parts): float => Rounding::ofSum(1000.0, $parts), [1, 3, 4, 10]),
        );
    }

    public function test_the_digit_of_a_report_is_the_greatest_that_divides_every_amount(): void
    {
        $this->assertSame(1000.0, Rounding::digit(['revenue' => 5_000_000.0, 'net_income' => -123_000.0, 'employees' => 7.0]));
        $this->assertSame(1e6, Rounding::digit(['revenue' => 5_000_000.0]));
        $this->assertEqualsWithDelta(0.01, Rounding::digit(['revenue' => 12.34]), 1e-12);
        $this->assertSame(1.0, Rounding::digit(['revenue' => 12.34], 1.0));
    }

    public function test_amounts_converted_from_another_currency_keep_the_digit_they_were_reported_to(): void
    {
        $reported = ['revenue' => 8_412_000.0, 'net_income' => -937_000.0, 'income_tax' => 211_000.0, 'gross_profit' => 3_000_001_000.0];
        $reported += ['operating_income' => 1_105_000.0, 'interest_expense' => 86_000.0];
        $balances = ['total_assets' => 9_000_000.0, 'receivables' => 1_000_000.0];
        foreach ([1.4901733, 0.037109377, 113.7182937] as $rate) {
            $converted = array_map(static fn (float $of): float => $of * $rate, $reported);
            $converted += array_map(static fn (float $of): float => $of * 1.01 * $rate, $balances);
            $this->assertEqualsWithDelta(1000 * $rate, Rounding::digit($converted, 1.0), 1e-4 * $rate, "at {$rate}");
        }
        $few = array_map(static fn (float $of): float => $of * 1.4901733, array_slice($reported, 0, 5));
        $this->assertSame(1.0, Rounding::digit($few, 1.0), 'too few to tell');
    }
}
