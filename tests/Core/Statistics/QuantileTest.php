<?php

declare(strict_types=1);

namespace Tests\Core\Statistics;

use Logion\Statistics\Quantile;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** A low quantile of many figures is found by sorting its tail alone, and is that of all sorted, to the last bit. */
final class QuantileTest extends TestCase
{
    #[DataProvider('samples')]
    public function test_the_tail_alone_gives_what_all_sorted_give(callable $value): void
    {
        foreach ([199, 200, 201, 519, 1000] as $n) {
            $sample = array_map($value, range(0, $n - 1));
            $sorted = $sample;
            sort($sorted);
            foreach ([0.0, 0.001, 0.01, 0.025, 0.05, 0.1, 0.5, 0.95, 1.0] as $probability) {
                $quantile = Quantile::ofSorted($sorted, $probability);
                $this->assertSame($quantile, Quantile::ofSample($sample, $probability), "{$n} {$probability}");
            }
        }
    }

    /** @return iterable<string, array{callable}> */
    public static function samples(): iterable
    {
        mt_srand(11);
        yield 'any' => [static fn (): float => mt_rand(-1000, 1000) / 7];
        yield 'ties' => [static fn (): float => (float) mt_rand(-2, 2)];
        yield 'one figure' => [static fn (): float => 3.5];
        yield 'ascending' => [static fn (int $i): float => $i / 3];
        yield 'descending' => [static fn (int $i): float => -$i / 3];
        yield 'the few looked at are the lowest' => [static fn (int $i): float => $i % 8 === 0 ? -1000.0 - $i : (float) mt_rand(0, 50)];
        yield 'the few looked at are the highest' => [static fn (int $i): float => $i % 8 === 0 ? 1000.0 + $i : (float) mt_rand(0, 50)];
        yield 'heavy tails' => [static fn (int $i): float => tan(M_PI * (mt_rand(1, 999) / 1000 - 0.5))];
    }

    public function test_nothing_has_no_quantile(): void
    {
        $this->assertNull(Quantile::ofSample([], 0.05));
    }
}
