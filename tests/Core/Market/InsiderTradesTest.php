<?php

declare(strict_types=1);

namespace Tests\Core\Market;

use Logion\Market\CorporateActions;
use Logion\Market\InsiderTrades;
use Logion\Time\Day;
use PHPUnit\Framework\TestCase;

final class InsiderTradesTest extends TestCase
{
    public function test_insiders_trades_are_netted_by_window_with_both_sides_apart(): void
    {
        $trade = static fn (int $day, string $who, float $shares, ?float $price = 10.0): array => [
            'day' => $day,
            'insider' => $who,
            'shares' => $shares,
            'price' => $price,
        ];
        $trades = [
            $trade(20260620, 'A', 100),
            $trade(20260401, 'B', 50),
            $trade(20260330, 'A', -30),
            $trade(20260115, 'C', 20, null),
            $trade(20250701, 'A', 7),
            $trade(20250629, 'A', 1000),
            $trade(20260701, 'A', 9999),
        ];
        $netted = InsiderTrades::netted($trades, 20260630, new CorporateActions([[20260515, 2.0]]));
        $this->assertSame(
            [[3, 200.0, 0.0, 200.0, 2, 0], [6, 240.0, 60.0, 180.0, 3, 1], [12, 254.0, 60.0, 194.0, 3, 1]],
            array_map(
                static fn (array $w): array => [$w['months'], $w['bought'], $w['sold'], $w['net'], $w['buyers'], $w['sellers']],
                $netted,
            ),
        );
        $this->assertSame([1500.0, null, 300.0], [$netted[0]['bought_value'], $netted[1]['bought_value'], $netted[1]['sold_value']]);
    }

    public function test_the_series_over_six_months_says_on_every_day_what_netting_says(): void
    {
        mt_srand(31);
        for ($round = 0; $round < 25; $round++) {
            $trades = [];
            $day = 20230101 + mt_rand(0, 27);
            for ($i = mt_rand(1, 30); $i > 0; $i--) {
                $day = Day::plus($day, mt_rand(0, 70));
                $trades[] = ['day' => $day, 'insider' => 'A', 'shares' => (float) mt_rand(-900, 900), 'price' => null];
            }
            $actions = new CorporateActions([[Day::plus($trades[0]['day'], mt_rand(1, 400)), (float) mt_rand(2, 5)]]);
            $series = InsiderTrades::overSixMonths($trades, $actions);
            $this->assertSame($series['days'], array_values(array_unique($series['days'])));
            for ($asOf = $series['days'][0]; $asOf < Day::plus($day, 250); $asOf = Day::plus($asOf, 1)) {
                $at = count(array_filter($series['days'], static fn (int $d): bool => $d <= $asOf)) - 1;
                [$netted] = InsiderTrades::netted($trades, $asOf, $actions, [6]);
                $ratio = $actions->splitRatio($series['days'][$at], $asOf);
                $this->assertEqualsWithDelta(
                    [$netted['bought'], $netted['sold']],
                    [$series['bought'][$at] * $ratio, $series['sold'][$at] * $ratio],
                    1e-6,
                    "on {$asOf}",
                );
            }
        }
        $this->assertSame(['days' => [], 'bought' => [], 'sold' => []], InsiderTrades::overSixMonths([], new CorporateActions()));
    }

    public function test_trades_take_the_place_of_published_sums_from_the_day_the_window_is_known(): void
    {
        $published = [
            'insider_shares_bought_6m' => ['days' => [20240101, 20240901], 'values' => [9.0, 8.0]],
            'float_shares' => ['days' => [20240101], 'values' => [5.0]],
        ];
        $this->assertSame($published, InsiderTrades::inPlaceOfPublished($published, [], new CorporateActions()));
        $merged = InsiderTrades::inPlaceOfPublished(
            $published,
            [['day' => 20240115, 'shares' => 5.0], ['day' => 20240601, 'shares' => -2.0]],
            new CorporateActions(),
        );
        $this->assertSame(['days' => [20240101, 20240715, 20241201], 'values' => [9.0, 0.0, 0.0]], $merged['insider_shares_bought_6m']);
        $this->assertSame(['days' => [20240715, 20241201], 'values' => [2.0, 0.0]], $merged['insider_shares_sold_6m']);
        $this->assertSame($published['float_shares'], $merged['float_shares']);
    }

    public function test_the_series_begins_when_the_whole_window_is_known(): void
    {
        $series = InsiderTrades::overSixMonths(
            [['day' => 20240115, 'shares' => 5.0], ['day' => 20240601, 'shares' => -2.0]],
            new CorporateActions(),
        );
        $this->assertSame([[20240715, 20241201], [0.0, 0.0], [2.0, 0.0]], [$series['days'], $series['bought'], $series['sold']]);
    }
}
