<?php

declare(strict_types=1);

namespace Tests\Core\Time;

use Logion\Time\FiscalPeriod;
use PHPUnit\Framework\TestCase;

final class FiscalPeriodTest extends TestCase
{
    public function test_periods_their_quarters_and_their_names(): void
    {
        $expected = [
            20240 => [20244, false, 'FY 2024'],
            20241 => [20241, true, 'Q1 2024'],
            20242 => [20242, true, 'Q2 2024'],
            20243 => [20243, true, 'Q3 2024'],
            20244 => [20244, true, 'Q4 2024'],
            20246 => [20242, false, 'H1 2024'],
            20247 => [20244, false, 'H2 2024'],
            20245 => [20245, false, 'Q5 2024'],
        ];
        foreach ($expected as $period => [$quarter, $is, $label]) {
            $this->assertSame(
                [$quarter, $is, $label, 2024, $period % 10],
                [
                    FiscalPeriod::lastQuarter($period),
                    FiscalPeriod::isQuarter($period),
                    FiscalPeriod::label($period),
                    FiscalPeriod::fiscalYear($period),
                    FiscalPeriod::quarterOf($period),
                ],
            );
        }
        $this->assertSame([20240, 20243], [FiscalPeriod::year(2024), FiscalPeriod::quarter(2024, 3)]);
    }

    public function test_quarters_are_counted_and_moved_over_year_ends(): void
    {
        foreach (
            [
                [20241, 20241, 0],
                [20241, 20244, 3],
                [20244, 20251, 1],
                [20241, 20251, 4],
                [20203, 20262, 23],
                [20251, 20244, -1],
                [20262, 20203, -23],
            ] as [$from, $to, $between]
        ) {
            $this->assertSame($between, FiscalPeriod::quartersBetween($from, $to));
            $this->assertSame($to, FiscalPeriod::shiftQuarters($from, $between));
        }
    }
}
