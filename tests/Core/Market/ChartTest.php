<?php

declare(strict_types=1);

namespace Tests\Core\Market;

use Logion\Market\Bars\LevelEntry;
use Logion\Market\Bars\PriceBars;
use Logion\Market\Bars\PriceLevels;
use Logion\Market\Chart\MovingAverage;
use Logion\Market\Chart\Study;
use Logion\Market\Indicators;
use Logion\Time\Day;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What is drawn of prices: averages, studies, and what an entry by levels needs. */
final class ChartTest extends TestCase
{
    public function test_a_mean_of_any_length_is_that_of_the_window_and_starts_anew_after_a_gap(): void
    {
        $chance = new \Random\Randomizer(new \Random\Engine\Mt19937(5));
        for ($round = 0; $round < 200; $round++) {
            $n = $chance->getInt(1, 40);
            $x = [];
            for ($i = $chance->getInt(0, 150); $i > 0; $i--) {
                $x[] = $chance->getInt(0, 30) === 0 ? null : $chance->getInt(-1000, 1000) / 7;
            }
            $means = Indicators::sma($x, $n);
            foreach ($x as $i => $_) {
                $window = $i < $n - 1 ? [null] : array_slice($x, $i - $n + 1, $n);
                in_array(null, $window, true)
                    ? $this->assertNull($means[$i])
                    : $this->assertEqualsWithDelta(array_sum($window) / $n, $means[$i], 1e-10);
            }
        }
    }

    public function test_an_average_is_read_as_it_is_written(): void
    {
        foreach (['s2', 's200', 'e20', 'e1000'] as $written) {
            $this->assertSame($written, (string) MovingAverage::written($written));
        }
        foreach (['', 's', '200', 's1', 's0', 's05', 'e1001', 'w50', 's-5', 's5.5', "s50\n", 'S50', 's99999'] as $wrong) {
            $this->assertNull(MovingAverage::written($wrong), $wrong);
        }
        $closes = [4.0, 6.0, 8.0, 2.0];
        $this->assertSame([null, 5.0, 7.0, 5.0], MovingAverage::written('s2')?->through($closes));
        $this->assertEqualsWithDelta([null, 5.0, 7.0, 11 / 3], MovingAverage::written('e2')?->through($closes), 1e-12);
    }

    public function test_neighbours_by_length_cross_whatever_their_order(): void
    {
        $closes = [10.0, 10.0, 10.0, 10.0, 14.0, 18.0, 18.0, 9.0, 4.0, 2.0, 2.0];
        $averages = array_map(static fn (string $of): ?MovingAverage => MovingAverage::written($of), ['s4', 's2', 's3']);
        $drawn = array_map(static fn (MovingAverage $of): array => $of->through($closes), $averages);
        $crosses = MovingAverage::crosses($averages, $drawn);
        $told = array_map(
            static fn (array $of): string => "{$of['shorter']} {$of['longer']} ".($of['up'] ? 'up' : 'down')." {$of['position']}",
            $crosses,
        );
        $down = array_filter($told, static fn (string $of): bool => str_contains($of, 'down'));
        $this->assertSame(['s2 s3 down 7', 's3 s4 down 8'], array_values($down));
        $this->assertNotContains('s2 s4 down 7', $told, 'only neighbours are compared');
        $positions = array_column($crosses, 'position');
        $sorted = $positions;
        sort($sorted);
        $this->assertSame($sorted, $positions);
    }

    /** @return array<string, array{Study}> */
    public static function studies(): array
    {
        return array_combine(array_column(Study::cases(), 'value'), array_map(static fn (Study $of): array => [$of], Study::cases()));
    }

    #[DataProvider('studies')]
    public function test_a_study_keeps_the_length_and_counts_in_prices_or_not(Study $study): void
    {
        $bars = self::drawn(90, 7);
        $twice = new PriceBars($bars->days, self::times(2, $bars->closes), self::times(2, $bars->highs), self::times(2, $bars->lows));
        foreach ($study->through($bars) as $name => $line) {
            $this->assertCount(90, $line, $name);
            $this->assertIsFloat($line[89], $name);
            $factor = $study->isInCurrency() ? 2.0 : 1.0;
            $this->assertEqualsWithDelta($line[89] * $factor, $study->through($twice)[$name][89], 1e-9, $name);
        }
        foreach ($study->through(self::drawn(1, 7)) as $line) {
            $this->assertCount(1, $line);
        }
        foreach ($study->through(new PriceBars([], [])) as $line) {
            $this->assertSame([], $line);
        }
        $flat = new PriceBars($bars->days, array_fill(0, 90, 5.0), array_fill(0, 90, 5.0), array_fill(0, 90, 5.0));
        $expected = ['momentum' => 0.0, 'strength' => 50.0, 'stochastic' => 50.0, 'range' => 0.0, 'bands' => 5.0];
        foreach ($study->through($flat) as $line) {
            $this->assertEqualsWithDelta($expected[$study->value], $line[89], 1e-9);
        }
    }

    public function test_bars_without_a_range_are_missing_and_shift_nothing(): void
    {
        $bars = self::drawn(60, 3);
        $known = array_values(array_diff(range(0, 59), [20, 41]));
        $of = static fn (array $column): array => array_map(static fn (int $i): mixed => $column[$i], $known);
        $highs = $bars->highs;
        $highs[20] = $highs[41] = null;
        $range = Study::Range->through(new PriceBars($bars->days, $bars->closes, $highs, $bars->lows))['range'];
        $alone = Indicators::averageTrueRange($of($bars->highs), $of($bars->lows), $of($bars->closes))['atr'];
        $this->assertNull($range[20]);
        $this->assertNull($range[41]);
        $this->assertSame($alone, $of($range));
        $this->assertSame([null], array_values(array_unique(Study::Stochastic->through(new PriceBars($bars->days, $bars->closes))['k'])));
    }

    public function test_an_entry_stands_above_the_next_level_and_is_wrong_below_the_last(): void
    {
        $levels = PriceLevels::of(self::drawn(250, 11), 3, 14, 1.5);
        $entry = LevelEntry::of($levels);
        $this->assertNotNull($entry);
        $prices = array_map(static fn ($level): float => $level->price, $levels->levels);
        $above = array_filter($prices, static fn (float $price): bool => $price > $levels->close);
        $below = array_filter($prices, static fn (float $price): bool => $price < $levels->close);
        sort($above);
        $this->assertSame(min($above), $entry->above);
        $this->assertSame(max($below), $entry->wrong);
        $this->assertSame($above[1], $entry->next);
        $this->assertEqualsWithDelta($levels->close * (1 + $entry->percent / 100), $entry->above, 1e-9);
        $this->assertEqualsWithDelta($levels->close + $entry->ranges * $levels->range, $entry->above, 1e-9);
        $this->assertEqualsWithDelta($entry->above * (1 - $entry->risk), $entry->wrong, 1e-9);
        $this->assertEqualsWithDelta(($above[1] - $above[0]) / ($above[0] - max($below)), $entry->gainToRisk(), 1e-9);
    }

    public function test_without_a_level_above_there_is_no_entry_and_without_one_below_no_risk(): void
    {
        $rising = new PriceBars(
            array_map(static fn (int $i): int => Day::plus(20240101, $i), range(0, 39)),
            array_map(static fn (int $i): float => 10.0 + $i + ($i % 10 === 5 && $i < 30 ? 4 : 0), range(0, 39)),
            array_map(static fn (int $i): float => 10.5 + $i + ($i % 10 === 5 && $i < 30 ? 4 : 0), range(0, 39)),
            array_map(static fn (int $i): float => 9.5 + $i + ($i % 10 === 5 && $i < 30 ? 4 : 0), range(0, 39)),
        );
        $this->assertNull(LevelEntry::of(PriceLevels::of($rising, 3, 14, 0.5)), 'the last close is above all');
        $falling = new PriceBars(
            $rising->days,
            array_reverse($rising->closes),
            array_reverse($rising->highs),
            array_reverse($rising->lows),
        );
        $entry = LevelEntry::of(PriceLevels::of($falling, 3, 14, 0.5));
        $this->assertNotNull($entry);
        $this->assertNull($entry->wrong);
        $this->assertNull($entry->risk);
        $this->assertNull($entry->gainToRisk());
        $this->assertNull(LevelEntry::of(PriceLevels::of(new PriceBars([], []), 3, 14, 1.5)));
    }

    public function test_spans_become_bars_and_bars_can_begin_later(): void
    {
        $days = self::drawn(60, 5);
        $weeks = $days->resampled(PriceBars::WEEK, 20991231);
        $bars = PriceBars::ofSpans($weeks);
        $this->assertSame(array_column($weeks, 'last'), $bars->days);
        $this->assertSame(array_column($weeks, 'high'), $bars->highs);
        $this->assertSame($bars->closes[count($weeks) - 1], $days->closes[59]);
        $later = $days->from(50);
        $this->assertSame(array_slice($days->closes, 50), $later->closes);
        $this->assertSame(array_slice($days->lows, 50), $later->lows);
        $this->assertCount(10, $later->days);
    }

    private static function drawn(int $count, int $seed): PriceBars
    {
        mt_srand($seed);
        $days = $closes = $highs = $lows = [];
        $close = 50.0;
        for ($i = 0; $i < $count; $i++) {
            $close *= 1 + (mt_rand() / mt_getrandmax() - 0.5) / 12;
            $days[] = Day::plus(20240101, $i);
            $closes[] = $close;
            $highs[] = $close * (1 + mt_rand() / mt_getrandmax() / 40);
            $lows[] = $close * (1 - mt_rand() / mt_getrandmax() / 40);
        }

        return new PriceBars($days, $closes, $highs, $lows);
    }

    /**
     * @param  list<?float>  $values
     * @return list<float>
     */
    private static function times(float $factor, array $values): array
    {
        return array_map(static fn (?float $x): float => $factor * (float) $x, $values);
    }

    public function test_an_oscillator_looks_at_fourteen_bars_unless_told_otherwise(): void
    {
        $close = array_map(static fn (int $i): float => 10 + sin($i), range(1, 40));
        $high = array_map(static fn (float $of): float => $of + 0.5, $close);
        $low = array_map(static fn (float $of): float => $of - 0.5, $close);
        $this->assertSame(Indicators::stochastic($high, $low, $close, 14, 3, 3), Indicators::stochastic($high, $low, $close));
    }
}
