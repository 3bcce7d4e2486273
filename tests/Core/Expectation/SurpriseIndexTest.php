<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Logion\Expectation\SurpriseIndex;
use Logion\Time\Day;
use PHPUnit\Framework\TestCase;

/** Statistics beyond what was forecast, as one figure through time. */
final class SurpriseIndexTest extends TestCase
{
    public function test_a_surprise_counts_in_what_was_usual_until_then(): void
    {
        $index = SurpriseIndex::of(['growth' => self::told([1, -1, 1, -1, 1, -1, 2])]);
        $this->assertCount(1, $index, 'six come before the first that can be measured');
        $this->assertEqualsWithDelta(2.0, $index[0]['value'], 1e-12);
        $this->assertEqualsWithDelta(3.0, SurpriseIndex::of(['growth' => self::told([1, -1, 1, -1, 1, -1, 9])])[0]['value'], 1e-12);
        $this->assertSame([], SurpriseIndex::of(['growth' => self::told([0, 0, 0, 0, 0, 0, 1])]), 'nothing was usual');
        $this->assertSame([], SurpriseIndex::of([]));
    }

    public function test_ninety_days_halve_what_a_surprise_weighs(): void
    {
        $told = self::told([1, -1, 1, -1, 1, -1, 2]);
        $next = Day::plus($told[6]['day'], SurpriseIndex::HALF_LIFE);
        $index = SurpriseIndex::of(['growth' => [...$told, ['day' => $next, 'actual' => 0.0, 'expected' => 0.0]]]);
        $this->assertEqualsWithDelta((0.5 * 2.0 + 0.0) / 1.5, $index[1]['value'], 1e-12);
    }

    public function test_scale_and_later_figures_change_nothing(): void
    {
        $surprises = [1, -2, 3, -1, 2, -2, 1, 4, -3, 0, 2];
        $all = SurpriseIndex::of(['a' => self::told($surprises), 'b' => self::told(array_reverse($surprises))]);
        $scaled = SurpriseIndex::of([
            'a' => self::told(array_map(static fn (int $x): float => 0.001 * $x, $surprises)),
            'b' => self::told(array_map(static fn (int $x): float => 50.0 * $x, array_reverse($surprises))),
        ]);
        foreach ($all as $i => $of) {
            $this->assertEqualsWithDelta($of['value'], $scaled[$i]['value'], 1e-9);
        }
        $until = SurpriseIndex::of([
            'a' => self::told(array_slice($surprises, 0, 9)),
            'b' => self::told(array_slice(array_reverse($surprises), 0, 9)),
        ]);
        $this->assertSame(array_slice($all, 0, count($until)), $until);
    }

    /**
     * @param  list<int|float>  $surprises
     * @return list<array{day: int, actual: float, expected: float}>
     */
    private static function told(array $surprises): array
    {
        return array_map(
            static fn (int|float $surprise, int $i): array => [
                'day' => Day::plus(20200101, 30 * $i),
                'actual' => 10.0 + $surprise,
                'expected' => 10.0,
            ],
            $surprises,
            array_keys($surprises),
        );
    }
}
