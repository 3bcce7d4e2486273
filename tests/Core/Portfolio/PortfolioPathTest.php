<?php

declare(strict_types=1);

namespace Tests\Core\Portfolio;

use Logion\BackTest\Frequency;
use Logion\BackTest\Simulation;
use Logion\Portfolio\Performance;
use Logion\Portfolio\PortfolioPath;
use PHPUnit\Framework\TestCase;

final class PortfolioPathTest extends TestCase
{
    /** @return array<string, list<float>> */
    private static function drawn(int $seed, int $members, int $days): array
    {
        mt_srand($seed);
        $levels = [];
        for ($m = 0; $m < $members; $m++) {
            $level = 50.0 + 10 * $m;
            for ($day = 0; $day < $days; $day++) {
                $levels["M{$m}"][] = $level;
                $level *= 1 + mt_rand(-300, 320) / 10000;
            }
        }

        return $levels;
    }

    public function test_brought_to_equal_weights_daily_it_earns_the_mean_of_the_returns(): void
    {
        $levels = self::drawn(1, 5, 60);
        $path = PortfolioPath::run($levels, array_fill(0, 60, array_fill_keys(array_keys($levels), 1.0)));
        $expected = 100.0;
        for ($day = 1; $day < 60; $day++) {
            $expected *= 1 + array_sum(array_map(static fn (array $x): float => $x[$day] / $x[$day - 1] - 1, $levels)) / 5;
            $this->assertEqualsWithDelta($expected, $path->values[$day], 1e-9);
        }
    }

    public function test_left_alone_it_earns_what_its_members_did_by_their_first_weights(): void
    {
        $levels = self::drawn(2, 4, 80);
        $weights = ['M0' => 4.0, 'M1' => 3.0, 'M2' => 2.0, 'M3' => 1.0];
        $path = PortfolioPath::run($levels, [10 => $weights]);
        $this->assertSame(10, $path->first);
        foreach ([0, 30, 69] as $i) {
            $expected = 0.0;
            foreach ($weights as $member => $weight) {
                $expected += (10 * $weight * $levels[$member][10 + $i]) / $levels[$member][10];
            }
            $this->assertEqualsWithDelta($expected, $path->values[$i], 1e-9);
        }
    }

    public function test_whatever_is_picked_between_the_worst_and_the_best_member_lies_the_portfolio(): void
    {
        $levels = self::drawn(3, 6, 100);
        $targets = [0 => ['M0' => 1.0, 'M1' => 1.0], 40 => ['M2' => 1.0, 'M3' => 1.0], 70 => ['M4' => 1.0, 'M5' => 1.0]];
        foreach (PortfolioPath::run($levels, $targets)->periods as $period) {
            $this->assertGreaterThanOrEqual(min($period['members']) - 1e-12, $period['return']);
            $this->assertLessThanOrEqual(max($period['members']) + 1e-12, $period['return']);
        }
    }

    public function test_costs_are_taken_from_all_that_is_traded(): void
    {
        $flat = ['A' => array_fill(0, 10, 5.0), 'B' => array_fill(0, 10, 7.0)];
        $path = PortfolioPath::run($flat, [0 => ['A' => 1.0], 5 => ['B' => 1.0]], 50.0);
        // Buying: ½ % of 100. Changing over: sold and bought, 1 % of what is left.
        $this->assertEqualsWithDelta(99.5, $path->values[0], 1e-12);
        $this->assertEqualsWithDelta(99.5 * 0.99, $path->values[9], 1e-12);
        $this->assertEqualsWithDelta(1.0, $path->rebalancings[1]['turnover'], 1e-12);
        $this->assertEqualsWithDelta(0.5, $path->rebalancings[0]['turnover'], 1e-12);
    }

    public function test_what_leaves_the_market_is_paid_out_and_cannot_be_bought_again(): void
    {
        $levels = ['A' => [10.0, 12.0, 15.0, null, null, null], 'B' => [10.0, 10.0, 10.0, 10.0, 20.0, 20.0]];
        $path = PortfolioPath::run($levels, [0 => ['A' => 1.0, 'B' => 1.0], 4 => ['A' => 1.0, 'B' => 1.0]]);
        $this->assertEqualsWithDelta(125.0, $path->values[3], 1e-12, 'A ends at 1.5 times its price.');
        $this->assertEqualsWithDelta(175.0, $path->values[4], 1e-12);
        $this->assertSame(['A'], $path->rebalancings[1]['not_bought']);
        $this->assertSame(['B' => 1.0], $path->rebalancings[1]['weights']);
        $this->assertEqualsWithDelta(0.5, $path->periods[0]['members']['A'], 1e-12);
    }

    public function test_a_gap_keeps_the_last_level_and_a_late_comer_waits(): void
    {
        $levels = ['A' => [10.0, null, 11.0], 'B' => [null, 20.0, 30.0]];
        $path = PortfolioPath::run($levels, [0 => ['A' => 1.0, 'B' => 1.0], 1 => ['A' => 1.0, 'B' => 1.0]]);
        $this->assertSame(['B'], $path->rebalancings[0]['not_bought']);
        $this->assertEqualsWithDelta(100.0, $path->values[1], 1e-12);
        $this->assertEqualsWithDelta(100 * (0.5 * 1.1 + 0.5 * 1.5), $path->values[2], 1e-12);
    }

    public function test_nothing_picked_is_cash(): void
    {
        $path = PortfolioPath::run(['A' => [1.0, 2.0, 4.0]], [0 => ['A' => 1.0], 1 => []]);
        $this->assertSame([100.0, 200.0, 200.0], $path->values);
        $this->assertSame([], PortfolioPath::run([], [])->values);
    }

    public function test_periods_end_on_the_last_trading_day(): void
    {
        $days = [20240129, 20240131, 20240201, 20240229, 20240328, 20240402, 20241231, 20250102, 20250103];
        $on = static fn (Frequency $f): array => array_map(static fn (int $i): int => $days[$i], $f->ends($days));
        $this->assertSame([20240129, 20240131, 20240229, 20240328, 20240402, 20241231], $on(Frequency::Monthly));
        $this->assertSame([20240129, 20240328, 20240402, 20241231], $on(Frequency::Quarterly));
        $this->assertSame([20240129, 20241231], $on(Frequency::Yearly));
        $this->assertSame([20240129], $on(Frequency::Never));
        $this->assertSame(array_slice($days, 0, -1), $on(Frequency::Daily));
        $this->assertSame([], Frequency::Daily->ends([]));
    }

    public function test_a_line_amounts_to_its_return_its_fall_and_its_years(): void
    {
        $p = Performance::of([20221230, 20230331, 20230929, 20231229, 20240628], [100.0, 120.0, 90.0, 110.0, 121.0], 0.02);
        $this->assertEqualsWithDelta(0.21, $p->total, 1e-12);
        $this->assertEqualsWithDelta(1.21 ** (365.25 / 546) - 1, $p->annual, 1e-9);
        $this->assertSame([20230331, 20230929, 20240628], [$p->drawdown['peak'], $p->drawdown['trough'], $p->drawdown['recovery']]);
        $this->assertEqualsWithDelta(-0.25, $p->drawdown['depth'], 1e-12);
        $this->assertSame(
            [[2022, false], [2023, true], [2024, false]],
            array_map(static fn (array $y): array => [$y['year'], $y['whole']], $p->years),
        );
        $this->assertEqualsWithDelta(0.1, $p->years[1]['return'], 1e-12);
        $this->assertNull(Performance::of([20240101], [100.0], 0.0)->annual);
        $this->assertNull(Performance::sharpe([0.01, 0.01, 0.01], 0.0));
    }

    public function test_a_back_test_buys_after_the_rule_has_spoken(): void
    {
        $days = [20240101, 20240102, 20240103, 20240104, 20240105];
        $levels = [7 => [10.0, 20.0, 20.0, 20.0, 20.0], 8 => [10.0, 10.0, 10.0, 10.0, 15.0]];
        $benchmark = [1.0, 1.0, 1.0, 1.0, 1.1];
        $at = static fn (int $lag): Simulation => Simulation::run($days, $levels, $benchmark, [0 => [7], 2 => [8]], $lag, 0.0);
        $this->assertEqualsWithDelta(300.0, $at(0)->values[4], 1e-9, 'Bought at the close of the day itself.');
        $late = $at(1);
        $this->assertSame([20240102, 20240104], array_column($late->dates, 'entry'));
        $this->assertSame([20240101, 20240103], array_column($late->dates, 'signal'));
        $this->assertEqualsWithDelta(150.0, $late->values[3], 1e-9, 'The doubling of the first day was missed.');
        $this->assertEqualsWithDelta([0.0, 0.1], array_column($late->periods, 'benchmark'), 1e-12);
        $this->assertSame(
            [[20240102, 20240104], [20240104, 20240105]],
            array_map(static fn (array $period): array => [$period['from'], $period['to']], $late->periods),
        );
        $unknown = Simulation::run($days, $levels, [null, 0.0, 1.0, null, 1.1], [0 => [7], 2 => [8]], 1, 0.0);
        $this->assertSame([0.0, 0.0], array_column($unknown->periods, 'benchmark'), 'no level, no return');
        $this->assertSame(0.5, $late->hitRate());
        $this->assertSame(0.5, $late->periodHitRate());
        $this->assertSame([], Simulation::run($days, [], $benchmark, [], 0, 0.0)->days);
    }

    public function test_with_nothing_left_there_is_nothing_to_turn_over(): void
    {
        $path = PortfolioPath::run(['A' => [10.0, 0.0, 0.0], 'B' => [5.0, 5.0, 5.0]], [0 => ['A' => 1.0], 1 => ['B' => 1.0]], 20.0);
        $this->assertSame([0.0, 0.0], [$path->values[1], $path->values[2]]);
        $this->assertSame([0.0, ['B' => 0.0]], [$path->rebalancings[1]['turnover'], $path->rebalancings[1]['weights']]);
    }

    public function test_two_days_are_enough_for_a_return_and_one_is_not(): void
    {
        $this->assertEqualsWithDelta(0.1, Performance::of([20250630, 20260630], [100.0, 110.0], 0.0)->total, 1e-12);
        $this->assertSame(0.0, Performance::of([20250630], [100.0], 0.0)->total);
    }

    /** Followed day by day, as one would by hand; what left the market is cash. */
    public function test_it_is_what_one_would_have_day_by_day_with_gaps_latecomers_and_shares_that_leave(): void
    {
        for ($seed = 1; $seed <= 60; $seed++) {
            $levels = self::drawn($seed, 6, 50);
            $ends = [];
            foreach ($levels as $member => $series) {
                $from = mt_rand(0, 2) === 0 ? mt_rand(1, 30) : 0;
                $to = mt_rand(0, 2) === 0 ? mt_rand(5, 45) : 49;
                foreach ($series as $day => $level) {
                    $levels[$member][$day] = $day < $from || $day > $to || mt_rand(0, 6) === 0 ? null : $level;
                }
                $known = array_keys(array_filter($levels[$member], static fn (?float $level): bool => $level !== null));
                $ends[$member] = $known === [] ? -1 : max($known);
            }
            $targets = [];
            foreach ([0, mt_rand(3, 20), mt_rand(21, 48)] as $day) {
                foreach (array_keys($levels) as $member) {
                    mt_rand(0, 1) === 0 || ($targets[$day][$member] = (float) mt_rand(1, 4));
                }
                $targets[$day] ??= [];
            }
            $path = PortfolioPath::run($levels, $targets, 30.0);
            [$cash, $shares, $last] = [100.0, [], []];
            for ($day = 0; $day < 50; $day++) {
                foreach ($levels as $member => $series) {
                    $last[$member] = $series[$day] ?? $last[$member] ?? null;
                }
                $value = $cash;
                $before = [];
                foreach ($shares as $member => $count) {
                    $value += $count * $last[$member];
                    if ($day > $ends[$member]) {
                        $cash += $count * $last[$member];
                        unset($shares[$member]);
                    } else {
                        $before[$member] = $count * $last[$member];
                    }
                }
                if (isset($targets[$day])) {
                    $there = array_filter(
                        $targets[$day],
                        static fn (string $of): bool => $day <= $ends[$of] && $last[$of] !== null,
                        ARRAY_FILTER_USE_KEY,
                    );
                    $wanted = array_map(static fn (float $weight): float => ($value * $weight) / array_sum($there), $there);
                    $traded = 0.0;
                    foreach (array_keys($wanted + $before) as $member) {
                        $traded += abs(($wanted[$member] ?? 0.0) - ($before[$member] ?? 0.0));
                    }
                    $value -= $traded * 0.003;
                    $scale = $wanted === [] ? 0.0 : $value / array_sum($wanted);
                    $shares = [];
                    foreach ($wanted as $member => $amount) {
                        $shares[$member] = ($amount * $scale) / $last[$member];
                    }
                    $cash = $wanted === [] ? $value : 0.0;
                }
                $this->assertEqualsWithDelta($value, $path->values[$day], 1e-9, "seed {$seed}, day {$day}");
            }
        }
    }
}
