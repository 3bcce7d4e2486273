<?php

declare(strict_types=1);

namespace Tests\Core\Accounts;

use Logion\Accounts\Period;
use PHPUnit\Framework\TestCase;

final class PeriodTest extends TestCase
{
    public function test_periods_their_quarters_and_their_names(): void
    {
        $expected = [
            20240 => [20244, false, 'FY 2024'], 20241 => [20241, true, 'Q1 2024'], 20242 => [20242, true, 'Q2 2024'], 20243 => [20243, true,
                'Q3 2024'],
            20244 => [20244, true, 'Q4 2024'], 20246 => [20242, false, 'H1 2024'], 20247 => [20244, false, 'H2 2024'], 20245 => [20245,
                false, 'Q5 2024'],
        ];
        foreach ($expected as $period => [$quarter, $is, $label]) {
            $this->assertSame([$quarter, $is, $label, 2024, $period % 10], [Period::lastQuarter($period), Period::isQuarter($period),
                Period::label($period), Period::fiscalYear($period), Period::quarterOf($period)]);
        }
        $this->assertSame([20240, 20243], [Period::year(2024), Period::quarter(2024, 3)]);
    }

    public function test_quarters_are_counted_and_moved_over_year_ends(): void
    {
        foreach ([[20241, 20241, 0], [20241, 20244, 3], [20244, 20251, 1], [20241, 20251, 4], [20203, 20262, 23], [20251, 20244, -1],
            [20262, 20203, -23]] as [$from, $to, $between]) {
            $this->assertSame($between, Period::quartersBetween($from, $to));
            $this->assertSame($to, Period::shiftQuarters($from, $between));
        }
    }
}
