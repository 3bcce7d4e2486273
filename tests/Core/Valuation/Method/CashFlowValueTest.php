<?php

declare(strict_types=1);

namespace Tests\Core\Valuation\Method;

use Logion\Valuation\Method\CashFlow\CashFlowValue;
use PHPUnit\Framework\TestCase;

final class CashFlowValueTest extends TestCase
{
    public function test_growth_that_a_terminal_value_implies(): void
    {
        // 10 growing by 3 % at 8 % is worth 206; from there back to 3 %.
        $this->assertEqualsWithDelta(0.03, CashFlowValue::impliedGrowth((10 * 1.03) / 0.05, 10.0, 0.08), 1e-12);
        $this->assertEqualsWithDelta(0.03, CashFlowValue::impliedGrowth(((10 * 1.03) / 0.05) * 1.08 ** 0.5, 10.0, 0.08, true), 1e-12);
        foreach ([0.0, -10.0] as $worthless) {
            $this->assertNull(CashFlowValue::impliedGrowth($worthless, 10.0, 0.08));
        }
        $this->assertNull(CashFlowValue::impliedGrowth(10.0, -10.0, 0.08), 'value and flow cancel');
        $this->assertSame(
            [206.0, null, null],
            [
                CashFlowValue::growingPerpetuity(10.3, 0.08, 0.03),
                CashFlowValue::growingPerpetuity(10.3, 0.03, 0.03),
                CashFlowValue::growingPerpetuity(10.3, 0.02, 0.03),
            ],
        );
        $this->assertEqualsWithDelta([110.0, 121.0, 96.8], CashFlowValue::grown(100.0, [0.1, 0.1, -0.2]), 1e-9);
        $this->assertEqualsWithDelta([0.075, 0.05, 0.025, 0.0], CashFlowValue::fade(0.1, 0.0, 4), 1e-12);
    }
}
