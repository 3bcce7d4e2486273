<?php

declare(strict_types=1);

namespace Tests\Core\Statistics;

use Logion\Statistics\RootFinding;
use PHPUnit\Framework\TestCase;

final class RootFindingTest extends TestCase
{
    public function test_a_root_is_found_in_few_steps(): void
    {
        foreach (
            [
                [static fn (float $x): float => $x ** 3 - 2 * $x - 5, 2.0, 3.0, 2.0945514815423265, 8],
                [static fn (float $x): float => cos($x) - $x, 0.0, 1.0, 0.7390851332151607, 8],
                [static fn (float $x): float => exp($x) - 1e6, 0.0, 20.0, 13.815510557964274, 15],
                [static fn (float $x): float => ($x - 1) ** 9, -3.0, 4.5, 1.0, 138],
            ] as [$f, $low, $high, $root, $most]
        ) {
            $calls = 0;
            $found = RootFinding::bracketed(
                static function (float $x) use ($f, &$calls): float {
                    $calls++;

                    return $f($x);
                },
                $low,
                $high,
            );
            $this->assertEqualsWithDelta($root, $found, 1e-2 * ($most > 100 ? 1 : 1e-10));
            $this->assertLessThanOrEqual($most, $calls);
        }
    }

    public function test_without_a_change_of_sign_or_with_an_end_that_is_no_number_there_is_no_root(): void
    {
        $this->assertNull(RootFinding::bracketed(static fn (float $x): float => $x * $x + 1, -1.0, 1.0));
        $this->assertNull(RootFinding::bracketed(static fn (float $x): float => $x < 0 ? NAN : 1.0, -1.0, 1.0));
        $this->assertNull(RootFinding::bracketed(static fn (float $x): float => $x > 0 ? NAN : 1.0, -1.0, 1.0));
        $this->assertNull(RootFinding::bracketed(static fn (float $x): float => $x < 0 ? -INF : 1.0, -1.0, 1.0));
        $this->assertNull(RootFinding::bracketed(static fn (float $x): float => $x > 0 ? INF : -1.0, -1.0, 1.0));
        $this->assertSame(
            [-1.0, 1.0],
            [
                RootFinding::bracketed(static fn (float $x): float => $x + 1, -1.0, 1.0),
                RootFinding::bracketed(static fn (float $x): float => $x - 1, -1.0, 1.0),
            ],
        );
    }

    public function test_a_scan_finds_every_root_once_and_skips_where_nothing_is_defined(): void
    {
        $this->assertEqualsWithDelta(
            [-2.0, 0.3, 1.7],
            RootFinding::scan(static fn (float $x): float => ($x + 2) * ($x - 0.3) * ($x - 1.7), -3.0, 3.0),
            1e-9,
        );
        $this->assertEqualsWithDelta([1.0], RootFinding::scan(static fn (float $x): ?float => $x < 0 ? null : $x - 1, -3.0, 3.0), 1e-9);
        $this->assertSame([-1.0, 1.0], RootFinding::scan(static fn (float $x): float => $x * $x - 1, -1.0, 1.0, 2), 'at the very ends');
        $this->assertSame([], RootFinding::scan(static fn (float $x): ?float => $x < 0 ? null : ($x > 1 ? INF : 1.0), -3.0, 3.0));
    }
}
