<?php

declare(strict_types=1);

namespace Tests\Core\Accounts;

use Logion\Accounts\Breakdown;
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
        unset($years[2024]['revenue'], $years[2024]['gross_profit'], $years[2024]['capital_expenditure']);
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

    public function test_parts_are_reconciled_and_the_latest_filing_counts(): void
    {
        $years = InventedFilings::years(3);
        $revenue = $years[2024]['revenue'];
        $part = static fn (string $member, float $value, int $filedOn, string $line = 'revenue', string $axis = 'business'): array => ['axis' => $axis, 'member' => $member, 'line' => $line, 'unit' => 'money', 'period' => 20240, 'value' => $value, 'filed_on' => $filedOn];
        $breakdowns = Breakdown::of([$part('Salt', 1.0, 20250301), $part('Fish', $revenue - 60e6, 20250301), $part('Salt', 60e6, 20250901), $part('Salt', 5.0, 20990101), $part('Tins', 7.0, 20250301, 'volume', 'driver')], InventedFilings::sheet($years));
        $this->assertSame(['business', 'driver'], array_keys($breakdowns));
        $table = $breakdowns['business']->tables[0];
        $this->assertSame(['Salt' => [60e6], 'Fish' => [$revenue - 60e6]], $table['members']);
        $this->assertSame([[$revenue], [$revenue], [0.0]], [$table['total'], $table['stated'], $table['difference']]);
        $this->assertSame([null, null], [$breakdowns['driver']->tables[0]['total'][0], $breakdowns['driver']->tables[0]['difference'][0]], 'a driver is no part of a statement');
    }
}
