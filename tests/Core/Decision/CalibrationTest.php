<?php

declare(strict_types=1);

namespace Tests\Core\Decision;

use Logion\Decision\CaseCalibration;
use Logion\Decision\DecisionOutcome;
use Logion\Decision\WaitingCost;
use Logion\Market\CorporateActions;
use Logion\Market\PriceSeries;
use Logion\Portfolio\SplitPosition;
use Logion\Time\Day;
use PHPUnit\Framework\TestCase;

/** Whether cases came as often as they were thought to, and what waiting cost. */
final class CalibrationTest extends TestCase
{
    /** @return list<array{value: float, probability: ?float}> */
    private static function cases(float $bear, float $base, float $bull): array
    {
        return [
            ['value' => 50.0, 'probability' => $bear],
            ['value' => 100.0, 'probability' => $base],
            ['value' => 200.0, 'probability' => $bull],
        ];
    }

    public function test_the_case_that_came_is_the_nearest_in_proportion(): void
    {
        $this->assertSame(0, CaseCalibration::came(70.0, [50.0, 100.0, 200.0]));
        $this->assertSame(1, CaseCalibration::came(71.0, [50.0, 100.0, 200.0]), 'half way between is the root of their product');
        $this->assertSame(2, CaseCalibration::came(1e6, [50.0, 100.0, 200.0]));
        $this->assertNull(CaseCalibration::came(5.0, []));
    }

    public function test_bands_say_how_many_came_of_what_was_stated(): void
    {
        $told = CaseCalibration::of([
            ['reached' => 40.0, 'cases' => self::cases(0.2, 0.5, 0.3)],
            ['reached' => 110.0, 'cases' => self::cases(0.2, 0.5, 0.3)],
            ['reached' => 500.0, 'cases' => self::cases(0.1, 0.8, 0.1)],
            ['reached' => 90.0, 'cases' => []],
        ]);
        $this->assertSame(3, $told->decisions);
        $this->assertSame([1, 1], [$told->below, $told->above]);
        $bands = array_column($told->bands, null, 'count');
        $this->assertSame([2, 1], [$told->bands[0]['count'], $told->bands[0]['came']], 'of two below a fifth one came');
        $this->assertSame([0.2, 4, 1], [$told->bands[1]['from'], $told->bands[1]['count'], $told->bands[1]['came']]);
        $this->assertEqualsWithDelta(0.25, $bands[4]['stated'], 1e-12);
        $expected = (0.8 ** 2 + 0.5 ** 2 + 0.3 ** 2 + (0.2 ** 2 + 0.5 ** 2 + 0.3 ** 2) + (0.1 ** 2 + 0.8 ** 2 + 0.9 ** 2)) / 3;
        $this->assertEqualsWithDelta($expected, $told->brier, 1e-12);
        $this->assertNull(CaseCalibration::of([])->brier);
    }

    public function test_waiting_costs_what_was_missed_or_saves_what_was_reached(): void
    {
        $of = static fn (array $closes): DecisionOutcome => DecisionOutcome::of(
            20240101,
            100.0,
            100.0,
            0.2,
            array_map(static fn (int $i, float $close): array => [Day::plus(20240101, $i), $close], array_keys($closes), $closes),
            [],
            [],
            [],
            20240401,
        );
        $this->assertEqualsWithDelta(0.3, WaitingCost::of(100.0, $of([100.0, 120.0, 130.0])), 1e-12);
        $this->assertEqualsWithDelta(-0.2, WaitingCost::of(100.0, $of([100.0, 79.0, 130.0])), 1e-12);
        $this->assertNull(WaitingCost::of(75.0, $of([75.0, 79.0])), 'nothing to wait for');
        $this->assertEqualsWithDelta(0.05, WaitingCost::mean([0.3, -0.2, null])['mean'], 1e-12);
        $this->assertSame(['count' => 0, 'mean' => null], WaitingCost::mean([null]));
    }

    public function test_two_halves_move_less_than_one_whole_unless_they_are_one(): void
    {
        mt_srand(2);
        $days = $a = $b = [];
        [$x, $y] = [50.0, 20.0];
        for ($i = 0; $i < 250; $i++) {
            $days[] = Day::plus(20240101, $i);
            $a[] = $x *= 1 + mt_rand(-200, 200) / 10000;
            $b[] = $y *= 1 + mt_rand(-200, 200) / 10000;
        }
        [$one, $other] = [new PriceSeries($days, $a), new PriceSeries($days, $b, actions: new CorporateActions())];
        $split = SplitPosition::of($one, $other, 20241231);
        $expected = sqrt(0.25 * ($split->first ** 2 + $split->second ** 2 + 2 * $split->correlation * $split->first * $split->second));
        $this->assertEqualsWithDelta($expected, $split->halves, 1e-9);
        $this->assertLessThan(min($split->first, $split->second), $split->halves);
        $this->assertEqualsWithDelta($split->first, SplitPosition::of($one, $one, 20241231)->halves, 1e-12);
        $this->assertNull(SplitPosition::of($one, new PriceSeries([20200101], [1.0]), 20241231)->halves);
    }
}
