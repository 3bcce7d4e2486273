<?php

declare(strict_types=1);

namespace Tests\Core\Intake;

use Logion\Intake\PriceContinuity;
use Logion\Time\Day;
use PHPUnit\Framework\TestCase;

final class PriceContinuityTest extends TestCase
{
    public function test_a_jump_without_a_split_is_found_and_one_with_a_split_is_not(): void
    {
        $closes = [20240102 => 90.0, 20240103 => 9.0, 20240104 => 9.1, 20240105 => 91.0, 20240108 => 90.0];
        $continuity = new PriceContinuity();
        $continuity->add($closes);
        $this->assertSame(
            [['day' => 20240103, 'from' => 90.0, 'to' => 9.0], ['day' => 20240105, 'from' => 9.1, 'to' => 91.0]],
            $continuity->jumps,
        );
        $known = new PriceContinuity([20240103 => true]);
        $known->add($closes);
        $this->assertSame([20240105], array_column($known->jumps, 'day'));
        $this->assertFalse($known->isMonthly());
        $this->assertNull($known->unfinishedMonth());
        $edge = new PriceContinuity();
        $edge->add([20240102 => 8.0, 20240103 => 1.0, 20240104 => 8.0]);
        $this->assertSame([], $edge->jumps, 'eight times is not yet a jump');
    }

    public function test_monthly_prices_and_an_unfinished_month_are_told(): void
    {
        $monthly = new PriceContinuity();
        $monthly->add([20240131 => 5.0, 20240229 => 5.0, 20240328 => 5.0, 20240430 => 5.0]);
        $this->assertSame([true, null], [$monthly->isMonthly(), $monthly->unfinishedMonth()]);
        $monthly->add([20240512 => 5.0]);
        $this->assertSame([true, 20240512], [$monthly->isMonthly(), $monthly->unfinishedMonth()]);
        foreach ([[20240531, 20240619, false], [20240531, 20240620, true], [20240601, 20240630, false]] as [$one, $other, $is]) {
            $two = new PriceContinuity();
            $two->add([$one => 5.0, $other => 5.0]);
            $this->assertSame($is, $two->isMonthly(), "{$one} to {$other}");
        }
        foreach ([[20240524, 20240524], [20240525, null]] as [$last, $unfinished]) {
            $ends = new PriceContinuity();
            $ends->add([20240331 => 5.0, 20240430 => 5.0, $last => 5.0]);
            $this->assertSame($unfinished, $ends->unfinishedMonth());
        }
        $nothing = new PriceContinuity();
        $nothing->add([]);
        $nothing->add([20240131 => 5.0]);
        $this->assertSame([false, null, []], [$nothing->isMonthly(), $nothing->unfinishedMonth(), $nothing->jumps]);
    }

    /** Pieces that follow or precede one another say what the whole says, whatever the order of their rows. */
    public function test_pieces_tell_what_the_whole_tells(): void
    {
        mt_srand(11);
        for ($round = 0; $round < 60; $round++) {
            $closes = [];
            $day = 20200101 + mt_rand(0, 27);
            $count = mt_rand(2, 40);
            for ($i = 0; $i < $count; $i++) {
                $closes[$day] = mt_rand(1, 4000) / 100;
                $day = Day::plus($day, mt_rand(1, 45));
            }
            $whole = new PriceContinuity();
            $shuffled = array_keys($closes);
            shuffle($shuffled);
            $whole->add(array_map(static fn (int $d): float => $closes[$d], array_combine($shuffled, $shuffled)));
            // Begin with any piece and go on to its left or right.
            $pieces = array_chunk($closes, mt_rand(1, 9), true);
            $left = $right = mt_rand(0, count($pieces) - 1);
            $inPieces = new PriceContinuity();
            $inPieces->add($pieces[$left]);
            while ($left > 0 || $right < count($pieces) - 1) {
                $inPieces->add($right === count($pieces) - 1 || ($left > 0 && mt_rand(0, 1) === 0) ? $pieces[--$left] : $pieces[++$right]);
            }
            $jumps = $inPieces->jumps;
            usort($jumps, static fn (array $a, array $b): int => $a['day'] <=> $b['day']);
            $this->assertSame(
                [$whole->jumps, $whole->isMonthly(), $whole->unfinishedMonth()],
                [$jumps, $inPieces->isMonthly(), $inPieces->unfinishedMonth()],
            );
        }
    }

    public function test_the_ends_of_a_file_are_looked_at_with_what_is_known_beside_them(): void
    {
        $jumps = static function (array $splits, ?array $before, ?array $after): array {
            $continuity = new PriceContinuity($splits);
            $continuity->beside($before, $after);
            $continuity->add([20240103 => 10.0, 20240104 => 10.5]);
            $continuity->finish();

            return $continuity->jumps;
        };
        $this->assertSame([], $jumps([], null, null));
        $this->assertSame([], $jumps([], [20240102, 9.5], [20240105, 10.4]));
        $this->assertSame([['day' => 20240103, 'from' => 1000.0, 'to' => 10.0]], $jumps([], [20240102, 1000.0], null));
        $this->assertSame([['day' => 20240105, 'from' => 10.5, 'to' => 1050.0]], $jumps([], null, [20240105, 1050.0]));
        $this->assertSame([], $jumps([20240103 => true], [20231229, 1000.0], null), 'a split in between');
        $this->assertCount(1, $jumps([20231229 => true], [20231229, 1000.0], null), 'a split before');
        $continuity = new PriceContinuity();
        $continuity->compare(20240103, 10.0, 11.0);
        $continuity->compare(20240103, 10.0, 1000.0);
        $this->assertSame([['day' => 20240103, 'from' => 10.0, 'to' => 1000.0]], $continuity->jumps);
    }

    public function test_a_split_on_a_day_without_prices_explains_the_next_one(): void
    {
        $continuity = new PriceContinuity([20240106 => true]);
        $continuity->add([20240105 => 100.0, 20240108 => 10.0, 20240109 => 1.0]);
        $this->assertSame([['day' => 20240109, 'from' => 10.0, 'to' => 1.0]], $continuity->jumps);
    }
}
