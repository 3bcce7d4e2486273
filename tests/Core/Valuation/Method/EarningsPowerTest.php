<?php

declare(strict_types=1);

namespace Tests\Core\Valuation\Method;

use Logion\Valuation\Method\EarningsPower;
use PHPUnit\Framework\TestCase;

/** Earnings at a normal margin, by hand, and that nothing is added up without a part. */
final class EarningsPowerTest extends TestCase
{
    /** @param  list<?float>  $revenue */
    private static function of(
        array $revenue = [100.0, 200.0],
        ?float $depreciation = 6.0,
        ?float $expenditure = 9.0,
        array $plant = [50.0, 100.0],
        ?float $maintenance = null,
    ): EarningsPower {
        return EarningsPower::of([2024, 2025], $revenue, [10.0, 40.0], [], false, 0.25, $depreciation, $expenditure, $plant, $maintenance);
    }

    public function test_growth_is_bought_by_what_goes_beyond_keeping(): void
    {
        // Plant is half of sales, so a hundred more of them took fifty; nothing of nine is left for keeping.
        $this->assertSame([50.0, 0.0], [self::of()->growthCapitalExpenditure, self::of()->maintenanceCapitalExpenditure]);
        $this->assertEqualsWithDelta(200 * 0.15 * 0.75 + 6, self::of()->earnings, 1e-12);
        $this->assertEqualsWithDelta(200 * 0.15 * 0.75 + 6 - 10, self::of(expenditure: 60.0)->earnings, 1e-12);
        $this->assertEqualsWithDelta(200 * 0.15 * 0.75 + 6 - 4, self::of(maintenance: 4.0)->earnings, 1e-12);
        // Where plant is not told it keeps what it writes off.
        $this->assertEqualsWithDelta(200 * 0.15 * 0.75, self::of(plant: [])->earnings, 1e-12);
    }

    public function test_without_a_part_there_are_no_earnings(): void
    {
        $this->assertNull(self::of(depreciation: null)->earnings);
        $this->assertNull(self::of(depreciation: null, maintenance: 4.0)->earnings);
        $this->assertNull(self::of(expenditure: null)->earnings);
        $this->assertNull(self::of([100.0, null])->earnings);
        $this->assertNull(self::of([0.0, -1.0])->earnings);
        $this->assertNull(self::of(depreciation: null)->enterpriseValue(0.1));
        $this->assertNull(self::of()->enterpriseValue(0.0));
        $this->assertEqualsWithDelta(285.0, self::of()->enterpriseValue(0.1), 1e-9);
    }
}
