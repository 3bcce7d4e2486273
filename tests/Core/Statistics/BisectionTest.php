<?php

declare(strict_types=1);

namespace Tests\Core\Statistics;

use Logion\Statistics\Bisection;
use PHPUnit\Framework\TestCase;

/** What stands in order is found where counting one by one finds it. */
final class BisectionTest extends TestCase
{
    public function test_it_counts_what_a_count_one_by_one_counts(): void
    {
        mt_srand(5);
        for ($round = 0; $round < 500; $round++) {
            $sorted = [];
            for ($i = mt_rand(0, 12); $i > 0; $i--) {
                $sorted[] = mt_rand(0, 9) / 2;
            }
            sort($sorted);
            $value = mt_rand(-1, 11) / 2;
            $below = count(array_filter($sorted, static fn (float|int $x): bool => $x < $value));
            $upTo = count(array_filter($sorted, static fn (float|int $x): bool => $x <= $value));
            $this->assertSame($below, Bisection::below($sorted, $value));
            $this->assertSame($upTo, Bisection::below($sorted, $value, orEqual: true));
            $this->assertSame($below, Bisection::count(count($sorted), static fn (int $at): bool => $sorted[$at] < $value));
        }
    }

    public function test_it_halves(): void
    {
        $asked = 0;
        $found = Bisection::count(1 << 20, static function (int $at) use (&$asked): bool {
            $asked++;

            return $at < 777_777;
        });
        $this->assertSame([777_777, 20], [$found, $asked]);
        $this->assertSame(0, Bisection::count(0, static fn (): never => throw new \LogicException('There is nothing to ask.')));
    }
}
