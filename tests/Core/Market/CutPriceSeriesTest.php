<?php

declare(strict_types=1);

namespace Tests\Core\Market;

use Logion\Market\CorporateActions;
use Logion\Market\PriceSeries;
use PHPUnit\Framework\TestCase;

/** A series cut to a day is made of it as it is read, and is what would have been made of the bars known then. */
final class CutPriceSeriesTest extends TestCase
{
    public function test_a_cut_is_the_series_made_of_the_bars_up_to_its_day(): void
    {
        mt_srand(11);
        $days = $closes = $highs = $lows = $volumes = [];
        for ($i = 0; $i < 120; $i++) {
            $days[] = 20240101 + 100 * intdiv($i, 28) + ($i % 28);
            $closes[] = (float) (mt_rand(100, 900) / 7);
            $highs[] = $closes[$i] * 1.01;
            $lows[] = $closes[$i] * 0.98;
            $volumes[] = (float) mt_rand(1, 99);
        }
        $parts = 0;
        // The last ones on days nobody trades: between two months, one after the other, and after the last bar.
        $ofSplits = [
            [],
            [[20240210, 2.0]],
            [[20240105, 3.0], [20240320, 0.5]],
            [[20240130, 2.0], [20240210, 3.0], [20240229, 1.5], [20240230, 4.0], [20240520, 2.0]],
        ];
        foreach ($ofSplits as $splits) {
            $actions = new CorporateActions($splits, [[20240115, 0.7], [20240301, 0.4]]);
            $whole = new PriceSeries($days, $closes, $highs, $lows, $volumes, $actions);
            $between = $whole->asOf(20240403);
            $looked = [20231201, 20240101, 20240129, 20240130, 20240131, 20240209, 20240210, 20240227, 20240229, 20240230, 20240231];
            // Whatever was asked before.
            foreach ([...$looked, 20240319, 20240320, 20240402, ...array_reverse($looked)] as $day) {
                $n = count(array_filter($days, static fn (int $of): bool => $of <= $day));
                $cutTo = static fn (array $of): array => array_slice($of, 0, $n);
                $known = $actions->until($day);
                $made = new PriceSeries($cutTo($days), $cutTo($closes), $cutTo($highs), $cutTo($lows), $cutTo($volumes), $known, $day);
                foreach ([$whole->asOf($day), $between->asOf($day)] as $cut) {
                    foreach (['adjusted', 'closes', 'days', 'highs', 'lows', 'volumes', 'splitFactors', 'rawCloses'] as $of) {
                        $this->assertSame($made->{$of}, $cut->{$of}, "{$of} on {$day}");
                    }
                    $this->assertSame($made->last(), $cut->last());
                    $this->assertSame($made->last(), $cut->lastUntil(20990101), 'nothing later than what is known');
                    foreach (array_filter([0, intdiv($n, 2), $n - 1], static fn (int $at): bool => $at >= 0 && $at < $n) as $at) {
                        $this->assertSame(
                            [$made->days[$at], $made->closes[$at], $made->volumes[$at], array_slice($made->highs, 0, $at + 1)],
                            [$cut->day($at), $cut->close($at), $cut->volume($at), $cut->between('highs', 0, $at)],
                        );
                        $this->assertSame($made->lastUntil($made->days[$at]), $at);
                    }
                    $parts += count($made->days);
                }
            }
        }
        $this->assertGreaterThan(2000, $parts);
    }

    public function test_a_bar_that_is_not_known_yet_is_not_told(): void
    {
        $cut = (new PriceSeries([20240101, 20240102, 20240103], [1.0, 2.0, 3.0]))->asOf(20240102);
        $asks = [$cut->day(...), $cut->close(...), $cut->volume(...), static fn (int $at): array => $cut->between('closes', 0, $at)];
        foreach ($asks as $ask) {
            $ask(1);
            try {
                $ask(2);
                $this->fail('The bar of the third is not known on the second.');
            } catch (\OutOfRangeException $refusal) {
                $this->assertStringContainsString('Bar 2 is later', $refusal->getMessage());
            }
        }
    }

    public function test_nobody_changes_what_was_read(): void
    {
        $cut = (new PriceSeries([20240101, 20240102], [1.0, 2.0]))->asOf(20240101);
        $this->assertSame([1.0], $cut->closes);
        $this->expectExceptionMessage('readonly');
        $cut->closes = [];
    }
}
