<?php

declare(strict_types=1);

namespace Tests\Core\Valuation\Method;

use Logion\Valuation\Method\EarningsPath;
use PHPUnit\Framework\TestCase;

final class EarningsPathTest extends TestCase
{
    public function test_an_earnings_path_returns_what_its_price_makes_of_it(): void
    {
        // Earnings 5 grow by 10 and 20 %, shares by 0 and 10 %: 5.5 and 6; at 10 times the exit is 60.
        $path = new EarningsPath(5.0, [0.1, 0.2], [0.0, 0.1], [0.5, 0.0], 10.0);
        $this->assertEqualsWithDelta([[5.5, 6.0], [2.75, 0.0], 60.0], [$path->earnings, $path->dividends, $path->exitPrice], 1e-12);
        $this->assertEqualsWithDelta(2.75 / 1.1 + 60 / 1.21, $path->valueAt(0.1), 1e-12);
        $this->assertEqualsWithDelta(0.1, $path->impliedReturn(2.75 / 1.1 + 60 / 1.21), 1e-9);
        $this->assertEqualsWithDelta(0.25, $path->priceOnlyReturn(38.4), 1e-12);
        $this->assertSame([null, null], [$path->priceOnlyReturn(0.0), $path->priceOnlyReturn(-1.0)]);
        $this->assertSame(
            -1.0,
            (new EarningsPath(0.0, [0.1], 0.0, 0.0, 10.0))->priceOnlyReturn(5.0),
            'an exit for nothing loses everything',
        );
        $this->assertNull((new EarningsPath(-1.0, [0.1], 0.0, 0.0, 10.0))->priceOnlyReturn(5.0));
    }
}
