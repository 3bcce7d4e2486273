<?php

declare(strict_types=1);

namespace Tests\Core\BackTest;

use Logion\BackTest\Jumps;
use Logion\Portfolio\Performance;
use Logion\Portfolio\PortfolioPath;
use PHPUnit\Framework\TestCase;

/** A back-test says where its ground moved, and what its purchases cost. */
final class JumpsTest extends TestCase
{
    public function test_a_universe_or_an_undecidable_share_that_jumps_is_told(): void
    {
        $date = static fn (int $day, int $universe, int $undecidable = 0): array => [
            'day' => $day,
            'universe' => $universe,
            'undecidable' => $undecidable,
        ];
        $this->assertSame([], Jumps::of([$date(1, 100, 10), $date(2, 118, 14), $date(3, 100, 12)]));
        $this->assertSame(
            [['day' => 2, 'kind' => 'universe', 'from' => 2.0, 'to' => 400.0]],
            Jumps::of([$date(1, 2), $date(2, 400), $date(3, 410)]),
        );
        $this->assertSame(
            [
                ['day' => 3, 'kind' => 'undecidable', 'from' => 0.1, 'to' => 0.9],
                ['day' => 4, 'kind' => 'undecidable', 'from' => 0.9, 'to' => 0.2],
            ],
            Jumps::of([$date(1, 100, 5), $date(2, 100, 10), $date(3, 100, 90), $date(4, 100, 20)]),
        );
        $this->assertSame([['day' => 2, 'kind' => 'universe', 'from' => 10.0, 'to' => 0.0]], Jumps::of([$date(1, 10), $date(2, 0)]));
        $this->assertSame([], Jumps::of([]));
    }

    public function test_the_first_purchase_costs_too_and_periods_chain_to_the_whole(): void
    {
        mt_srand(9);
        $levels = [];
        foreach (['a', 'b', 'c'] as $member) {
            $level = 100.0;
            for ($i = 0; $i < 60; $i++) {
                $levels[$member][] = $level *= 1 + mt_rand(-30, 32) / 1000;
            }
        }
        $targets = [0 => ['a' => 1.0, 'b' => 1.0], 20 => ['b' => 1.0, 'c' => 1.0], 40 => ['c' => 1.0]];
        $path = PortfolioPath::run($levels, $targets, 50.0);
        $days = array_map(static fn (int $i): int => \Logion\Time\Day::plus(20250101, $i), range(0, 59));
        $performance = Performance::of($days, $path->values, 0.0, PortfolioPath::INVESTED);
        $this->assertEqualsWithDelta(100 * (1 - 0.005), $path->values[0], 1e-12);
        $this->assertEqualsWithDelta($path->values[59] / 100 - 1, $performance->total, 1e-12);
        $this->assertEqualsWithDelta(
            $performance->total,
            array_product(array_map(static fn (array $period): float => 1 + $period['return'], $path->periods)) - 1,
            1e-12,
        );
        $this->assertEqualsWithDelta($performance->total, $performance->years[0]['return'], 1e-12);
        $flat = PortfolioPath::run(['a' => array_fill(0, 10, 5.0)], [0 => ['a' => 1.0]], 100.0);
        $this->assertEqualsWithDelta(
            -0.01,
            Performance::of(array_slice($days, 0, 10), $flat->values, 0.0, PortfolioPath::INVESTED)->drawdown['depth'],
            1e-12,
        );
    }

    public function test_a_fifth_exactly_is_no_jump(): void
    {
        $date = static fn (int $day, int $universe): array => ['day' => $day, 'universe' => $universe, 'undecidable' => 0];
        $this->assertSame([], Jumps::of([$date(1, 100), $date(2, 120), $date(3, 100)]));
        $this->assertCount(1, Jumps::of([$date(1, 100), $date(2, 121)]));
    }
}
