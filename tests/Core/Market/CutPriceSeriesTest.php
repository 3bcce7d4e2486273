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
            $closes[] = mt_rand(100, 900) / 7;
            $highs[] = $closes[$i] * 1.01;
            $lows[] = $closes[$i] * 0.98;
            $volumes[] = (float) mt_rand(1, 99);
        }
        $parts = 0;
        foreach ([[], [[20240210, 2.0]], [[20240105, 3.0], [20240320, 0.5]]] as $splits) {
            $actions = new CorporateActions($splits, [[20240115, 0.7], [20240301, 0.4]]);
            $whole = new PriceSeries($days, $closes, $highs, $lows, $volumes, $actions);
            $between = $whole->asOf(20240403);
            foreach ([20231201, 20240101, 20240209, 20240210, 20240227, 20240319, 20240320, 20240402] as $day) {
                $n = count(array_filter($days, static fn (int $of): bool => $of <= $day));
                $cutTo = static fn (array $of): array => array_slice($of, 0, $n);
                $known = $actions->until($day);
                $made = new PriceSeries($cutTo($days), $cutTo($closes), $cutTo($highs), $cutTo($lows), $cutTo($volumes), $known, $day);
                foreach ([$whole->asOf($day), $between->asOf($day)] as $cut) {
                    foreach (['adjusted', 'closes', 'days', 'highs', 'lows', 'volumes', 'splitFactors', 'rawCloses'] as $of) {
                        $this->assertSame($made->{$of}, $cut->{$of}, "{$of} on {$day}");
                    }
                    $this->assertSame($made->last(), $cut->last());
                    $parts += count($made->days);
                }
            }
        }
        $this->assertGreaterThan(2000, $parts);
    }

    public function test_nobody_changes_what_was_read(): void
    {
        $cut = (new PriceSeries([20240101, 20240102], [1.0, 2.0]))->asOf(20240101);
        $this->assertSame([1.0], $cut->closes);
        $this->expectExceptionMessage('readonly');
        $cut->closes = [];
    }
}
