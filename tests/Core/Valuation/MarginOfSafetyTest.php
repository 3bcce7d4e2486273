<?php

declare(strict_types=1);

namespace Tests\Core\Valuation;

use Logion\Valuation\CashFlowValue;
use Logion\Valuation\InvalidAssumption;
use Logion\Valuation\MarginOfSafety;
use PHPUnit\Framework\TestCase;

final class MarginOfSafetyTest extends TestCase
{
    public function test_the_price_to_stay_below_and_the_way_to_it(): void
    {
        $this->assertSame(75.0, MarginOfSafety::buyBelow(100.0, 0.25));
        $this->assertSame(100.0, MarginOfSafety::buyBelow(100.0, 0.0));
        foreach ([null, 0.0, -5.0] as $worthless) {
            $this->assertNull(MarginOfSafety::buyBelow($worthless, 0.25));
            $this->assertNull(MarginOfSafety::distance(80.0, $worthless));
        }
        $this->assertEqualsWithDelta(80 / 75 - 1, MarginOfSafety::distance(80.0, 75.0), 1e-12);
        $this->assertSame(-1.0, MarginOfSafety::distance(0.0, 75.0));
        $this->assertNull(MarginOfSafety::distance(null, 75.0));
        foreach ([-0.01, 1.0, 1.5] as $margin) {
            try {
                MarginOfSafety::buyBelow(100.0, $margin);
                $this->fail("A margin of {$margin} was taken.");
            } catch (InvalidAssumption $error) {
                $this->assertStringContainsString('below 100 %', $error->getMessage());
            }
        }
        $this->assertEquals([['margin' => 0.25, 'buy_below' => 75.0, 'from_price' => 0.5]], MarginOfSafety::at(100.0, 50.0, [0.25]));
        $this->assertSame([null, null, null], array_map(static fn (?float $price): ?float => MarginOfSafety::at(100.0, $price, [0.25])[0]['from_price'], [null, 0.0, -1.0]));
        $this->assertSame([0.15, 0.25, 0.35, 0.5], array_column(MarginOfSafety::at(1.0, 1.0), 'margin'));
    }

    public function test_growth_that_a_terminal_value_implies(): void
    {
        // 10 growing by 3 % at 8 % is worth 206; from there back to 3 %.
        $this->assertEqualsWithDelta(0.03, CashFlowValue::impliedGrowth(10 * 1.03 / 0.05, 10.0, 0.08), 1e-12);
        $this->assertEqualsWithDelta(0.03, CashFlowValue::impliedGrowth(10 * 1.03 / 0.05 * 1.08 ** 0.5, 10.0, 0.08, true), 1e-12);
        foreach ([0.0, -10.0] as $worthless) {
            $this->assertNull(CashFlowValue::impliedGrowth($worthless, 10.0, 0.08));
        }
        $this->assertNull(CashFlowValue::impliedGrowth(10.0, -10.0, 0.08), 'value and flow cancel');
        $this->assertSame([206.0, null, null], [CashFlowValue::growingPerpetuity(10.3, 0.08, 0.03), CashFlowValue::growingPerpetuity(10.3, 0.03, 0.03), CashFlowValue::growingPerpetuity(10.3, 0.02, 0.03)]);
        $this->assertEqualsWithDelta([110.0, 121.0, 96.8], CashFlowValue::grown(100.0, [0.1, 0.1, -0.2]), 1e-9);
        $this->assertEqualsWithDelta([0.075, 0.05, 0.025, 0.0], CashFlowValue::fade(0.1, 0.0, 4), 1e-12);
    }
}
