<?php

declare(strict_types=1);

namespace Tests\Core\Market;

use Logion\Market\CorporateActions;
use Logion\Market\Indicators;
use Logion\Market\PriceSeries;
use Logion\Market\Returns;
use Logion\Time\Day;
use Logion\Time\InvalidDay;
use Logion\Time\TradingDays;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class SeriesTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function notDays(): iterable
    {
        foreach (
            ['2024-02-30', '2024-13-01', '24-01-01', '2024/01/01', '', 'today', '2023-02-29', "2024-01-01\n", '2024-01-01; drop'] as $text
        ) {
            yield json_encode($text) ?: '' => [$text];
        }
    }

    #[DataProvider('notDays')]
    public function test_only_calendar_days_are_read(string $text): void
    {
        $this->expectException(InvalidDay::class);
        Day::parse($text);
    }

    public function test_days_count_as_the_calendar_does(): void
    {
        $this->assertSame(20240229, Day::parse('2024-02-29'));
        $this->assertSame('2024-02-29', Day::iso(20240229));
        $this->assertSame(0, Day::ordinal(19700101));
        foreach (
            [
                [20240228, 20240301, 2],
                [20230228, 20230301, 1],
                [19991231, 20000101, 1],
                [20240101, 20250101, 366],
                [20260630, 20160630, -3652],
            ] as [$from, $to, $days]
        ) {
            $this->assertSame($days, Day::between($from, $to));
            $this->assertSame($to, Day::plus($from, $days));
            $this->assertSame(
                $days,
                (int) (new \DateTimeImmutable(Day::iso($from)))->diff(new \DateTimeImmutable(Day::iso($to)))->format('%r%a'),
            );
        }
        $this->assertSame(
            [20260529, 20260630, 20240229],
            [Day::lastWeekdayOfMonth(202605), Day::lastWeekdayOfMonth(202606), Day::lastWeekdayOfMonth(202402)],
        );
    }

    public function test_searching_days(): void
    {
        $days = [20240102, 20240103, 20240108];
        foreach ([[20231231, 0, -1], [20240102, 0, 0], [20240104, 2, 1], [20240108, 2, 2], [20240109, 3, 2]] as [$day, $from, $until]) {
            $this->assertSame([$from, $until], [TradingDays::firstFrom($days, $day), TradingDays::lastUntil($days, $day)]);
        }
        $this->assertSame([202401 => 2], TradingDays::monthEnds($days));
    }

    public function test_a_split_leaves_returns_and_traded_value_as_they_were(): void
    {
        $days = range(20240101, 20240110);
        $plain = new PriceSeries(
            $days,
            array_map(static fn (int $i): float => 100.0 + $i, range(0, 9)),
            null,
            null,
            array_fill(0, 10, 50.0),
        );
        $split = new PriceSeries(
            $days,
            array_map(static fn (int $i): float => (100.0 + $i) / ($i >= 5 ? 4 : 1), range(0, 9)),
            null,
            null,
            array_map(static fn (int $i): float => $i >= 5 ? 200.0 : 50.0, range(0, 9)),
            new CorporateActions([[20240106, 4.0]]),
        );
        $this->assertEqualsWithDelta(Returns::simple($plain->closes), Returns::simple($split->closes), 1e-12);
        $this->assertEqualsWithDelta(
            array_map(static fn (float $c, float $v): float => $c * $v, $plain->closes, $plain->volumes),
            array_map(static fn (float $c, float $v): float => $c * $v, $split->closes, $split->volumes),
            1e-9,
        );
    }

    public function test_the_return_over_an_ex_date_counts_the_dividend(): void
    {
        $series = new PriceSeries(
            [20240101, 20240102, 20240103],
            [100.0, 98.0, 98.0],
            actions: new CorporateActions([], [[20240102, 2.0]]),
        );
        $this->assertEqualsWithDelta(0.0, $series->adjusted[1] / $series->adjusted[0] - 1, 1e-12);
        $this->assertSame([100.0, 98.0, 98.0], $series->closes);
    }

    public function test_a_right_leaves_the_share_as_a_dividend_does_and_is_none(): void
    {
        // One new share at 60 for four old ones at 100: without the right a share is worth 92.
        $ratio = 100 / 92;
        $days = [20240102, 20240103, 20240104];
        $series = new PriceSeries($days, [98.0, 100.0, 93.84], actions: new CorporateActions([], [], [[20240104, $ratio]]));
        $this->assertSame([98.0, 100.0, 93.84], $series->closes, 'a price stays what was paid');
        $this->assertEqualsWithDelta([98 / $ratio, 92.0, 93.84], $series->adjusted, 1e-12);
        $this->assertEqualsWithDelta(0.02, $series->adjusted[2] / $series->adjusted[1] - 1, 1e-12);
        $this->assertEqualsWithDelta((93.84 / 92) * (100 / 98) - 1, Returns::reinvested($series), 1e-12);
        $this->assertSame(1.0, $series->actions->splitRatio(20240102, 20240104), 'shares are counted as before');
        $this->assertSame([98.0, 100.0], $series->asOf(20240103)->adjusted, 'not before its day');
        $both = new PriceSeries($days, [98.0, 100.0, 46.92], actions: new CorporateActions([[20240104, 2.0]], [], [[20240104, $ratio]]));
        $this->assertEqualsWithDelta(0.02, $both->adjusted[2] / $both->adjusted[1] - 1, 1e-12);
    }

    public function test_as_of_a_day_nothing_later_is_in_the_series(): void
    {
        $days = range(20240101, 20240110);
        $series = new PriceSeries(
            $days,
            array_map(static fn (int $i): float => 50.0 + $i, range(0, 9)),
            array_fill(0, 10, 70.0),
            array_fill(0, 10, 40.0),
            array_fill(0, 10, 9.0),
            new CorporateActions([[20240104, 2.0], [20240108, 5.0]], [[20240103, 1.0], [20240109, 3.0]]),
        );
        $known = new PriceSeries(
            array_slice($days, 0, 6),
            array_map(static fn (int $i): float => 50.0 + $i, range(0, 5)),
            array_fill(0, 6, 70.0),
            array_fill(0, 6, 40.0),
            array_fill(0, 6, 9.0),
            new CorporateActions([[20240104, 2.0]], [[20240103, 1.0]]),
        );
        $cut = $series->asOf(20240106);
        foreach (['days', 'closes', 'adjusted', 'highs', 'lows', 'volumes'] as $field) {
            $this->assertEqualsWithDelta($known->{$field}, $cut->{$field}, 1e-9, $field);
        }
        $this->assertSame([], $series->asOf(20231231)->days);
    }

    public function test_events_before_the_second_close_or_after_the_last_change_nothing(): void
    {
        $series = new PriceSeries(
            [20240102, 20240103],
            [10.0, 11.0],
            actions: new CorporateActions([[20240102, 3.0], [20240104, 7.0]], [[20231231, 5.0]]),
        );
        $this->assertSame([10.0, 11.0], $series->adjusted);
    }

    public function test_indicators_of_a_straight_line_and_of_a_flat_one(): void
    {
        $up = array_map('floatval', range(1, 60));
        $flat = array_fill(0, 60, 5.0);
        $this->assertSame(100.0, Indicators::rsi($up)[59]);
        $this->assertSame(50.0, Indicators::rsi($flat)[59]);
        $this->assertSame(0.0, Indicators::rsi(array_reverse($up))[59]);
        $this->assertSame(57.5 - 2 + 2, Indicators::sma($up, 6)[59]);
        $this->assertSame(5.0, Indicators::ema($flat, 10)[59]);
        $this->assertEqualsWithDelta(0.0, Indicators::macd($flat)['histogram'][59], 1e-12);
        $this->assertNull(Indicators::bollinger($flat)['percent_b'][59]);
        $this->assertSame([], Indicators::crosses(Indicators::sma($up, 5), Indicators::sma($up, 20)));
        $this->assertSame([], Indicators::swings($flat, 2));
        foreach (
            ['sma' => Indicators::sma($up, 20), 'ema' => Indicators::ema($up, 20), 'rsi' => Indicators::rsi($up)] as $name => $series
        ) {
            $this->assertCount(60, $series, $name);
            $this->assertNull($series[0], $name);
        }
        $this->assertSame(array_fill(0, 3, null), Indicators::sma([1.0, 2.0, 3.0], 5));
    }

    public function test_averages_do_not_look_ahead(): void
    {
        mt_srand(3);
        $x = array_map(static fn (): float => 10 + mt_rand() / mt_getrandmax(), range(1, 120));
        $changed = [...array_slice($x, 0, 80), ...array_fill(0, 40, 1e6)];
        foreach (
            [
                static fn (array $s): array => Indicators::sma($s, 20),
                static fn (array $s): array => Indicators::ema($s, 12),
                static fn (array $s): array => Indicators::rsi($s),
                static fn (array $s): array => Indicators::macd($s)['signal'],
                static fn (array $s): array => Indicators::bollinger($s)['upper'],
            ] as $indicator
        ) {
            $this->assertSame(array_slice($indicator($x), 0, 80), array_slice($indicator($changed), 0, 80));
        }
    }

    public function test_money_weighted_and_time_weighted_agree_without_flows(): void
    {
        $result = Returns::ofPortfolio([[20230101, 100.0, 0.0], [20230701, 90.0, 0.0], [20240101, 121.0, 0.0]]);
        $this->assertEqualsWithDelta(0.21, $result['total'], 1e-12);
        $this->assertEqualsWithDelta($result['annualised'], $result['money_weighted'], 1e-8);
        $this->assertNull(Returns::moneyWeighted([[20230101, 5.0], [20240101, 5.0]]));
        $this->assertNull(Returns::compoundAnnual(0.0, 5.0, 1.0));
    }

    public function test_a_money_weighted_return_put_back_in_makes_the_flows_worth_nothing(): void
    {
        mt_srand(11);
        for ($i = 0; $i < 200; $i++) {
            $flows = [];
            $day = 20100104;
            $paidIn = mt_rand(1, 6);
            foreach (range(1, mt_rand($paidIn + 1, 12)) as $nth) {
                $flows[] = [$day, (($nth <= $paidIn ? -1 : 1) * mt_rand(1000, 9000)) / 100];
                $day = Day::plus($day, mt_rand(300, 700));
            }
            shuffle($flows);
            $rate = Returns::moneyWeighted($flows);
            $this->assertNotNull($rate);
            $first = min(array_column($flows, 0));
            $worth = array_map(
                static fn (array $flow): float => $flow[1] / (1 + $rate) ** (Day::between($first, $flow[0]) / 365),
                $flows,
            );
            $this->assertEqualsWithDelta(0.0, array_sum($worth), 1e-9 * array_sum(array_map(abs(...), $worth)));
        }
    }

    public function test_of_several_money_weighted_returns_the_lowest_is_told(): void
    {
        // −1, +2.3 and −1.32 a year apart are worth nothing at 10 and at 20 per cent.
        $flows = [[20220101, -1.0], [20230101, 2.3], [20240101, -1.32]];
        $this->assertEqualsWithDelta(0.1, Returns::moneyWeighted($flows), 1e-9);
        $this->assertNull(Returns::moneyWeighted([[20220101, -1.0], [20230101, 1.0], [20240101, -1.0]]));
    }

    public function test_a_line_laid_beside_another_starts_where_it_does(): void
    {
        $series = new PriceSeries([20240103, 20240105, 20240108], [50.0, 55.0, 40.0]);
        $this->assertSame([null, 10.0, 10.0, 11.0, 8.0], $series->rebased([20240102, 20240103, 20240104, 20240105, 20240110], 10.0));
        $this->assertSame([null], $series->rebased([20240102], 10.0));
        $this->assertSame([], $series->rebased([], 10.0));
        $paying = new PriceSeries([20240103, 20240105], [50.0, 50.0], null, null, null, new CorporateActions([], [[20240105, 5.0]]));
        $this->assertEqualsWithDelta(100 / 0.9, $paying->rebased([20240103, 20240105], 100.0)[1], 1e-9, 'Dividends are reinvested.');
    }

    public function test_a_series_cut_to_a_day_is_the_series_made_of_what_was_known_then(): void
    {
        mt_srand(12);
        $days = array_map(static fn (int $i): int => \Logion\Time\Day::plus(20230102, $i), range(0, 299));
        $closes = $volumes = [];
        $close = 30.0;
        foreach ($days as $_) {
            $close = round($close * (1 + mt_rand(-200, 205) / 10000), 2);
            $closes[] = $close;
            $volumes[] = (float) mt_rand(100, 900);
        }
        foreach ([[], [[$days[50], 2.0], [$days[200], 0.1]]] as $splits) {
            $dividends = [[$days[20], 0.3], [$days[120], 0.4], [$days[250], 0.5]];
            $whole = new PriceSeries($days, $closes, null, null, $volumes, new CorporateActions($splits, $dividends));
            foreach ([0, 19, 20, 60, 199, 200, 260, 299] as $at) {
                $n = $at + 1;
                $then = new PriceSeries(
                    array_slice($days, 0, $n),
                    array_slice($closes, 0, $n),
                    null,
                    null,
                    array_slice($volumes, 0, $n),
                    (new CorporateActions($splits, $dividends))->until($days[$at]),
                );
                $cut = $whole->asOf($days[$at]);
                $this->assertSame($then->days, $cut->days);
                foreach (['closes', 'adjusted', 'highs', 'volumes'] as $of) {
                    $this->assertEqualsWithDelta($then->{$of}, $cut->{$of}, 1e-9, "{$of} on day {$at}");
                }
            }
        }
    }

    public function test_prices_in_another_currency_earn_what_price_and_rate_earn_together(): void
    {
        $days = [20240101, 20240102, 20240103, 20240104];
        $rates = [20240101 => 2.0, 20240102 => 2.1, 20240104 => 2.4];
        $series = new PriceSeries(
            $days,
            [10.0, 11.0, 12.0, 6.5],
            [10.5, 11.5, 12.5, 6.6],
            [9.5, 10.5, 11.5, 6.4],
            [100.0, 100.0, 100.0, 200.0],
            new CorporateActions([[20240104, 2.0]], [[20240102, 0.5]]),
        );
        $converted = $series->converted(static fn (int $day): ?float => $rates[$day] ?? null);
        $this->assertSame([20240101, 20240102, 20240104], $converted->days, 'A day without a rate has no price.');
        $this->assertEqualsWithDelta([20.0 / 2, 23.1 / 2, 15.6], $converted->closes, 1e-12);
        $this->assertEqualsWithDelta([21.0 / 2, 24.15 / 2, 15.84], $converted->highs, 1e-12);
        $this->assertEqualsWithDelta([200.0, 200.0, 200.0], $converted->volumes, 1e-12);
        // The dividend of 0.5 is worth 1.05 on its day: a twentieth and a quarter of a per cent of the close before.
        $this->assertEqualsWithDelta(1 - 1.05 / 20.0, $converted->adjusted[0] / $converted->closes[0], 1e-12);
        $this->expectException(\LogicException::class);
        $converted->__get('weather');
    }

    public function test_a_share_with_its_dividends_bought_back_by_hand(): void
    {
        $series = static fn (array $splits, array $dividends): PriceSeries => new PriceSeries(
            [20240102, 20240103, 20240104, 20240105],
            [100.0, 98.0, 49.0, 50.0],
            actions: new CorporateActions($splits, $dividends),
        );
        // A dividend of 2 at 98, then two shares for one.
        $this->assertEqualsWithDelta(
            ((1 + 2 / 98) * 2 * 50) / 100 - 1,
            Returns::reinvested($series([[20240104, 2.0]], [[20240103, 2.0]])),
            1e-12,
        );
        // On one day: the dividend is of a new share.
        $this->assertEqualsWithDelta(
            (2 * (1 + 1 / 49) * 50) / 100 - 1,
            Returns::reinvested($series([[20240104, 2.0]], [[20240104, 1.0]])),
            1e-12,
        );
        // What goes ex on the first day was never due, and what goes ex after the last is not yet.
        $this->assertEqualsWithDelta(-0.5, Returns::reinvested($series([[20240102, 2.0]], [[20240102, 5.0], [20240108, 5.0]])), 1e-12);
    }

    public function test_an_exponential_mean_begins_where_the_rest_weighs_nothing(): void
    {
        // (1 − 2/27)^k is below 10⁻¹⁷ after 20 × 27 bars and the 26 of the seed.
        $this->assertSame(
            [0, 0, 1, 434],
            [Indicators::remembers(0, 26), Indicators::remembers(566, 26), Indicators::remembers(567, 26), Indicators::remembers(1000, 26)],
        );
        $this->assertLessThan(1e-17, (1 - 2 / 27) ** (1000 - Indicators::remembers(1000, 26)));
    }

    public function test_a_portfolio_that_is_lost_has_lost_all_a_year(): void
    {
        $lost = Returns::ofPortfolio([[20230101, 100.0, 0.0], [20240101, 0.0, 0.0]]);
        $this->assertSame([-1.0, -1.0], [$lost['total'], $lost['annualised']]);
        $this->assertNull(Returns::ofPortfolio([[20230101, 100.0, 0.0]])['annualised'], 'a day has no return a year');
    }

    public function test_the_end_of_an_exponential_mean_is_the_same_asked_for_alone(): void
    {
        mt_srand(5);
        $known = array_map(static fn (): float => mt_rand(10, 900) / 7.0, range(1, 60));
        foreach ([$known, [null, null, ...$known], [...array_slice($known, 0, 30), null, ...array_slice($known, 30)]] as $x) {
            foreach ([1, 2, 9, 26, 59] as $n) {
                $whole = Indicators::ema($x, $n);
                foreach ([0, 1, $n - 1, $n, $n + 1, 58, count($x) - 1] as $from) {
                    $this->assertSame(array_slice($whole, $from), Indicators::ema($x, $n, $from), "mean of {$n} from {$from}");
                }
            }
        }
    }
}
