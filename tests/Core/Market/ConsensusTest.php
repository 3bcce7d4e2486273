<?php

declare(strict_types=1);

namespace Tests\Core\Market;

use Logion\Market\Consensus;
use PHPUnit\Framework\TestCase;

final class ConsensusTest extends TestCase
{
    public function test_amounts_are_told_at_their_rates_and_counts_are_none(): void
    {
        $consensus = new Consensus(
            ['revenue', 'revenue', 'revenue'],
            [20260, 20260, 20270],
            [20250301, 20250601, 20250601],
            [100.0, 110.0, 120.0],
            [4.0, 5.0, 6.0],
            [7, 8, 9],
            [108.0, 119.0, 131.0],
            [92.0, 101.0, 109.0],
            [2.0, 0.5, null],
        );
        $this->assertSame(
            ['day' => 20250301, 'mean' => 200.0, 'deviation' => 8.0, 'count' => 7.0, 'high' => 216.0, 'low' => 184.0],
            $consensus->consensus('revenue', 20260, 20250531),
        );
        $this->assertSame(55.0, $consensus->consensus('revenue', 20260, 20250601)['mean'] ?? null);
        $this->assertNull($consensus->consensus('revenue', 20260, 20250228), 'nothing was told yet');
        $this->assertNull($consensus->consensus('revenue', 20270, 20260101), 'at no rate there is no amount');
        $this->assertSame([[20250301, 200.0], [20250601, 55.0]], $consensus->path('revenue', 20260));
        $this->assertTrue($consensus->knows('revenue'));
        $this->assertFalse($consensus->knows('ebitda'));
    }
}
