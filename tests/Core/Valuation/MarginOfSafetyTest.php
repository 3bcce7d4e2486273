<?php

declare(strict_types=1);

namespace Tests\Core\Valuation;

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
        $this->assertSame(
            [null, null, null],
            array_map(static fn (?float $price): ?float => MarginOfSafety::at(100.0, $price, [0.25])[0]['from_price'], [null, 0.0, -1.0]),
        );
        $this->assertSame([0.15, 0.25, 0.35, 0.5], array_column(MarginOfSafety::at(1.0, 1.0), 'margin'));
    }

    public function test_a_price_leaves_a_margin_of_a_value_above_nothing_alone(): void
    {
        $this->assertEqualsWithDelta(0.25, MarginOfSafety::of(100.0, 75.0), 1e-12);
        $this->assertEqualsWithDelta(-0.5, MarginOfSafety::of(100.0, 150.0), 1e-12);
        foreach ([null, 0.0, -5.0] as $worthless) {
            $this->assertNull(MarginOfSafety::of($worthless, 75.0));
        }
    }
}
