<?php

declare(strict_types=1);

namespace Tests\Core\BackTest;

use Logion\BackTest\Simulation;
use PHPUnit\Framework\TestCase;

final class SimulationTest extends TestCase
{
    /** @param  array<int, list<string>>  $picks */
    private static function held(array $picks): Simulation
    {
        $n = 505;
        $days = array_map(static fn (int $i): int => \Logion\Time\Day::plus(20240101, $i), range(0, $n - 1));
        $levels = ['a' => array_fill(0, $n, 10.0), 'b' => array_map(static fn (int $i): float => 20.0 + $i, range(0, $n - 1))];

        return Simulation::run($days, $levels, array_fill(0, $n, 100.0), $picks, 1, 0.0);
    }

    public function test_turnover_is_of_a_year_and_leaves_out_the_first_purchase(): void
    {
        // From the first day after the word 504 days are left: two years. Everything is exchanged once.
        $result = self::held([0 => ['a'], 200 => ['b']]);
        $this->assertCount(504, $result->days);
        $this->assertEqualsWithDelta($result->dates[1]['turnover'] / 2, $result->annualTurnover(), 1e-12);
        $this->assertGreaterThan(0.9, $result->dates[1]['turnover']);
        $this->assertNull(self::held([0 => ['a']])->annualTurnover());
        $this->assertNull(self::held([])->annualTurnover());
    }

    public function test_hits_are_counted_for_each_purchase_and_each_period(): void
    {
        // Only b ever rises above the index, which stands still.
        $result = self::held([0 => ['a', 'b'], 100 => ['b'], 200 => ['a']]);
        $this->assertEqualsWithDelta(2 / 4, $result->hitRate(), 1e-12);
        $this->assertEqualsWithDelta(2 / 3, $result->periodHitRate(), 1e-12);
        $this->assertSame([null, null], [self::held([])->hitRate(), self::held([])->periodHitRate()]);
    }
}
