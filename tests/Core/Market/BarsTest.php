<?php

declare(strict_types=1);

namespace Tests\Core\Market;

use Logion\Market\Bars\PriceBar;
use Logion\Market\Bars\PriceBars;
use Logion\Market\Bars\PriceLevel;
use Logion\Market\Bars\PriceLevels;
use Logion\Market\Bars\PriceTrend;
use Logion\Time\Day;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * Bars of weeks and months, levels and trends, on drawn prices with gaps.
 *
 * @phpstan-type Columns array{days: list<int>, opens: list<?float>, highs: list<?float>, lows: list<?float>, closes: list<?float>,
 *     volumes: list<?float>}
 */
final class BarsTest extends TestCase
{
    /** @return iterable<string, array{int}> */
    public static function seeds(): iterable
    {
        foreach (range(1, 12) as $seed) {
            yield "seed {$seed}" => [$seed];
        }
    }

    #[DataProvider('seeds')]
    public function test_bars_of_the_whole_are_those_of_its_parts(int $seed): void
    {
        $columns = self::columns($seed);
        $last = $columns['days'][count($columns['days']) - 1];
        foreach ([PriceBars::WEEK, PriceBars::MONTH] as $span) {
            $whole = self::bars($columns)->resampled($span, $last);
            $days = array_filter($columns['closes'], static fn (?float $close): bool => $close !== null);
            $this->assertSame(count($days), array_sum(array_map(static fn (PriceBar $bar): int => $bar->days, $whole)));
            $this->assertEqualsWithDelta(
                array_sum(array_intersect_key($columns['volumes'], $days)),
                array_sum(array_map(static fn (PriceBar $bar): float => $bar->volume ?? 0.0, $whole)),
                1e-6,
            );
            // Cut between two bars, each part gives its own.
            $cut = intdiv(count($whole), 2);
            $at = array_search($whole[$cut]->first, $columns['days'], true);
            $parts = [
                ...self::bars(array_map(static fn (array $of): array => array_slice($of, 0, $at), $columns))->resampled($span, $last),
                ...self::bars(array_map(static fn (array $of): array => array_slice($of, $at), $columns))->resampled($span, $last),
            ];
            $this->assertEquals($whole, $parts);
            foreach ($whole as $bar) {
                foreach ([$bar->open, $bar->close] as $price) {
                    $this->assertTrue($price === null || ($bar->low <= $price && $price <= $bar->high), "{$bar->span} {$price}");
                }
            }
            // An unfinished bar is finished by the days to come, and nothing before it changes.
            $early = self::bars($columns)->resampled($span, $whole[$cut]->first);
            $this->assertEquals(array_slice($whole, 0, $cut), array_slice($early, 0, $cut));
            $this->assertSame($whole[$cut]->first, $early[$cut]->last);
        }
    }

    public function test_a_week_is_named_by_its_thursday_and_ends_on_friday(): void
    {
        $bars = new PriceBars([20201231, 20210101, 20210104], [1.0, 2.0, 3.0]);
        $weeks = $bars->resampled(PriceBars::WEEK, 20210107);
        $this->assertSame(
            [['2020-W53', 2, true], ['2021-W01', 1, false]],
            array_map(static fn (PriceBar $bar): array => [$bar->span, $bar->days, $bar->finished], $weeks),
        );
        $this->assertSame([null, null, null, null], [$weeks[0]->open, $weeks[0]->high, $weeks[0]->low, $weeks[0]->volume]);
        $this->assertSame([], (new PriceBars([20210104], [null]))->resampled(PriceBars::WEEK, 20210107));
    }

    #[DataProvider('seeds')]
    public function test_levels_and_trend_do_not_change_when_prices_are_rescaled(int $seed): void
    {
        $columns = self::columns($seed);
        $of = PriceLevels::of(self::bars($columns), 3, 14, 1.5);
        $trend = PriceTrend::of(self::bars($columns), 3);
        $this->assertNotSame([], $of->levels);
        foreach ([0.1, 20.0] as $factor) {
            $scaled = $columns;
            foreach (['closes', 'highs', 'lows', 'opens'] as $name) {
                $scaled[$name] = array_map(static fn (?float $x): ?float => $x === null ? null : $x * $factor, $columns[$name]);
            }
            $then = PriceLevels::of(self::bars($scaled), 3, 14, 1.5);
            $shape = static fn (PriceLevel $level): array => [$level->highs, $level->lows, $level->first, $level->last];
            $this->assertSame(array_map($shape, $of->levels), array_map($shape, $then->levels));
            foreach ($of->levels as $i => $level) {
                $this->assertEqualsWithDelta($level->price * $factor, $then->levels[$i]->price, 1e-9 * $level->price * $factor);
                $this->assertEqualsWithDelta($of->distance($level)['ranges'], $then->distance($then->levels[$i])['ranges'], 1e-9);
            }
            $after = PriceTrend::of(self::bars($scaled), 3);
            $this->assertSame([$trend->state, $trend->since, $trend->crossed], [$after->state, $after->since, $after->crossed]);
        }
    }

    #[DataProvider('seeds')]
    public function test_a_trend_is_what_was_known_on_its_day(int $seed): void
    {
        $columns = self::columns($seed);
        $states = [];
        for ($n = 5; $n <= count($columns['days']); $n++) {
            $states[$n - 1] = PriceTrend::of(self::bars(array_map(static fn (array $of): array => array_slice($of, 0, $n), $columns)), 2);
        }
        $whole = PriceTrend::of(self::bars($columns), 2);
        $this->assertNotNull($whole->position);
        foreach ($states as $i => $state) {
            // From the day it was confirmed on, and not on the one before.
            if ($i >= $whole->position) {
                $this->assertSame($whole->state, $state->state);
            }
        }
        $known = array_filter(array_keys($states), static fn (int $i): bool => $i < $whole->position && $columns['closes'][$i] !== null);
        $this->assertTrue($known === [] || $states[max($known)]->state !== $whole->state);
    }

    public function test_one_bar_and_equal_prices_have_neither_levels_nor_a_trend(): void
    {
        foreach ([1, 60] as $n) {
            $days = array_map(static fn (int $i): int => Day::plus(20240101, $i), range(0, $n - 1));
            $flat = array_fill(0, $n, 7.0);
            $bars = new PriceBars($days, $flat, $flat, $flat);
            $levels = PriceLevels::of($bars, 2, 14, 1.0);
            $this->assertSame([[], null, null], [$levels->levels, $levels->support(), $levels->resistance()]);
            $trend = PriceTrend::of($bars, 2);
            $this->assertSame([null, null, null, null], [$trend->state, $trend->since, $trend->change, $trend->crossed]);
        }
        $this->assertNull(PriceLevels::of(new PriceBars([], []), 2, 14, 1.0)->close);
    }

    /** @param  Columns  $of */
    private static function bars(array $of): PriceBars
    {
        return new PriceBars($of['days'], $of['closes'], $of['highs'], $of['lows'], $of['opens'], $of['volumes']);
    }

    /** @return Columns */
    private static function columns(int $seed): array
    {
        mt_srand($seed);
        $columns = ['days' => [], 'opens' => [], 'highs' => [], 'lows' => [], 'closes' => [], 'volumes' => []];
        $price = 50.0;
        for ($day = 20230102; $day < 20231001; $day = Day::plus($day, mt_rand(1, 4))) {
            $open = $price;
            $price = round($price * exp(mt_rand(-300, 310) / 10000), 2);
            $columns['days'][] = $day;
            $columns['opens'][] = mt_rand(1, 15) === 1 ? null : $open;
            $columns['closes'][] = mt_rand(1, 25) === 1 ? null : $price;
            $columns['highs'][] = round(max($open, $price) * (1 + mt_rand(1, 90) / 10000), 2);
            $columns['lows'][] = round(min($open, $price) * (1 - mt_rand(1, 90) / 10000), 2);
            $columns['volumes'][] = mt_rand(1, 20) === 1 ? null : (float) mt_rand(100, 9000);
        }

        return $columns;
    }
}
