<?php

declare(strict_types=1);

namespace Tests\Core\Portfolio;

use Logion\Portfolio\Performance;
use PHPUnit\Framework\TestCase;

final class PerformanceTest extends TestCase
{
    public function test_of_one_day_or_none_there_is_no_performance(): void
    {
        foreach ([[[], []], [[20240102], [100.0]]] as [$days, $values]) {
            $performance = Performance::of($days, $values, 0.02, 101.0);
            $this->assertSame(
                [null, null, null, []],
                [$performance->annual, $performance->volatility, $performance->sharpe, $performance->years],
            );
            $this->assertSame(0.0, $performance->drawdown['depth']);
        }
    }

    public function test_the_cost_of_the_purchase_is_lost_on_the_first_day(): void
    {
        $performance = Performance::of([20240102, 20250101], [100.0, 110.0], 0.02, 101.0);
        $this->assertEqualsWithDelta((110 / 101) ** (365.25 / 365) - 1, $performance->annual, 1e-9);
        $this->assertEqualsWithDelta(1 / 101, abs($performance->drawdown['depth']), 1e-12);
    }
}
