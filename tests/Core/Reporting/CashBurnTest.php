<?php

declare(strict_types=1);

namespace Tests\Core\Reporting;

use Logion\Metric\CompanyScope;
use Logion\Reporting\CashBurn;
use Logion\Reporting\FiledFact;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;

/** Cash that a business uses up, and how long it lasts. */
final class CashBurnTest extends TestCase
{
    public function test_cash_lasts_as_long_as_the_pace_of_four_quarters_lets_it(): void
    {
        $burn = CashBurn::of(self::scope([-30.0, -20.0, 10.0, -10.0])->facts, 20254);
        $this->assertNotNull($burn);
        $this->assertEqualsWithDelta([-15.0, -70.0, 140.0], [$burn->free, $burn->year, $burn->cash], 1e-9);
        $this->assertEqualsWithDelta(2.0, $burn->lasts(), 1e-9);
    }

    public function test_who_uses_none_up_or_does_not_tell_has_no_end(): void
    {
        $this->assertNull(CashBurn::of(self::scope([30.0, 20.0, 10.0, 10.0])->facts, 20254)?->lasts());
        $broken = CashBurn::of(self::scope([-30.0, null, 10.0, -10.0])->facts, 20254);
        $this->assertNotNull($broken);
        $this->assertNull($broken->year);
        $this->assertNull($broken->lasts());
        $this->assertNull(CashBurn::of(self::scope([-30.0, 20.0, 10.0, null])->facts, 20254));
        $this->assertNull(CashBurn::of(Books::scope([2025 => ['revenue' => 1.0]])->facts, 20254));
    }

    /** @param  list<float|null>  $operating  of the four quarters of 2025; five of each are invested */
    private static function scope(array $operating): CompanyScope
    {
        $facts = [];
        foreach ($operating as $i => $flow) {
            $lines = ['cash_and_equivalents' => 100.0, 'short_term_investments' => 40.0]
                + ($flow === null ? [] : ['operating_cash_flow' => $flow, 'capital_expenditure' => 5.0]);
            foreach ($lines as $line => $value) {
                $facts[] = new FiledFact($line, 20251 + $i, $value, 20260301, 9000 + $i);
            }
        }

        return Books::scope([2024 => ['revenue' => 100.0]], $facts);
    }
}
