<?php

declare(strict_types=1);

namespace Tests\Core\Following;

use Logion\Following\CompanyChange;
use PHPUnit\Framework\TestCase;

final class CompanyChangeTest extends TestCase
{
    private const FROM_HEAVY_TO_LIGHT = [
        'broken', 'event', 'called', 'restatement', 'result', 'revision', 'insider', 'rating', 'dividend', 'price', 'sold',
    ];

    public function test_a_kind_weighs_more_than_the_next_however_far_that_went(): void
    {
        foreach (self::FROM_HEAVY_TO_LIGHT as $i => $kind) {
            $next = self::FROM_HEAVY_TO_LIGHT[$i + 1] ?? null;
            if ($next !== null) {
                $this->assertGreaterThan(self::weight($next, 0.0), self::weight($kind, 0.0), "{$kind} before {$next}");
            }
        }
        $this->assertLessThan(self::weight('result', 0.0), self::weight('revision', -9.0), 'no revision outweighs a result');
    }

    public function test_what_went_further_weighs_more_up_or_down_and_not_without_end(): void
    {
        $this->assertSame(self::weight('price', 0.2), self::weight('price', -0.2));
        $this->assertGreaterThan(self::weight('price', 0.2), self::weight('price', 0.3));
        $this->assertSame(self::weight('price', 0.45), self::weight('price', 3.0));
        $this->assertEqualsWithDelta(20 + 20 * 0.2, self::weight('price', 0.2), 1e-12);
    }

    public function test_together_the_heaviest_counts_and_each_further_one_a_little(): void
    {
        $of = static fn (string ...$kinds): float => CompanyChange::together(
            array_map(static fn (string $kind): CompanyChange => new CompanyChange($kind, 20260630, []), $kinds),
        );
        $this->assertSame(0.0, $of());
        $this->assertSame(60.0, $of('result'));
        $this->assertSame(60.5, $of('price', 'result'));
        $this->assertSame(29.0, $of(...array_fill(0, 100, 'price')), 'a hundred trifles are no event');
        $this->assertLessThan($of('event'), $of(...array_fill(0, 100, 'result')));
    }

    private static function weight(string $kind, float $size): float
    {
        return (new CompanyChange($kind, 20260630, [], $size))->weight;
    }
}
