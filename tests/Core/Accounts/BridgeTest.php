<?php

declare(strict_types=1);

namespace Tests\Core\Accounts;

use Logion\Accounts\Bridge;
use PHPUnit\Framework\TestCase;
use Tests\Core\InventedFilings;

/** Bridges always add up, and breakdowns are held against the totals. */
final class BridgeTest extends TestCase
{
    public function test_the_steps_of_a_bridge_add_up_to_its_end(): void
    {
        for ($seed = 1; $seed <= 30; $seed++) {
            $years = InventedFilings::years($seed);
            if ($seed % 2 === 0) {
                // Something no line explains becomes a step of its own.
                $years[2024]['net_income_common'] -= 7e6;
            }
            $sheet = InventedFilings::sheet($years);
            foreach ([Bridge::income($sheet, 20240), Bridge::freeCashFlow($sheet, 20240)] as $bridge) {
                $this->assertNotNull($bridge);
                $steps = $bridge->steps;
                $end = array_pop($steps);
                $this->assertTrue($end['total'] && $steps[0]['total']);
                $this->assertEqualsWithDelta($end['amount'], array_sum(array_column($steps, 'amount')), 0.5, "seed {$seed}, {$bridge->title}");
            }
            $unexplained = array_filter(Bridge::income($sheet, 20240)->steps ?? [], static fn (array $step): bool => $step['line'] === null);
            $this->assertSame($seed % 2 === 0 ? [-7e6] : [], array_values(array_column($unexplained, 'amount')));
        }
    }

    public function test_no_bridge_without_its_ends(): void
    {
        $years = InventedFilings::years(1);
        unset($years[2024]['revenue'], $years[2024]['gross_profit'], $years[2024]['cost_of_revenue'], $years[2024]['capital_expenditure']);
        $sheet = InventedFilings::sheet($years);
        $this->assertNull(Bridge::income($sheet, 20240));
        $this->assertNull(Bridge::freeCashFlow($sheet, 20240));
    }

    public function test_sources_less_uses_are_the_change_of_cash(): void
    {
        for ($seed = 1; $seed <= 20; $seed++) {
            $flows = Bridge::sourcesAndUses(InventedFilings::sheet(InventedFilings::years($seed)), [20210, 20220, 20230]);
            $this->assertEqualsWithDelta($flows['change'], array_sum(array_column($flows['sources'], 'amount')) - array_sum(array_column($flows['uses'], 'amount')) + $flows['unexplained'], 1.0);
            $this->assertEqualsWithDelta(0.0, $flows['unexplained'], 1.0);
            $amounts = array_column($flows['uses'], 'amount');
            $sorted = $amounts;
            rsort($sorted);
            $this->assertSame($sorted, $amounts);
        }
    }
}
