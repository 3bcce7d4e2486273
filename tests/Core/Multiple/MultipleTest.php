<?php

declare(strict_types=1);

namespace Tests\Core\Multiple;

use Logion\Multiple\CalendarYear;
use Logion\Multiple\GroupMultiples;
use Logion\Multiple\ImpliedValue;
use Logion\Multiple\Multiple;
use Logion\Multiple\MultipleSpread;
use Logion\Multiple\PriceEarnings;
use Logion\Transaction\Offer;
use Logion\Transaction\TransactionMultiples;
use Logion\Valuation\EquityBridge;
use Logion\Valuation\ShareCount;
use PHPUnit\Framework\TestCase;

final class MultipleTest extends TestCase
{
    public function test_what_is_not_above_nothing_has_no_multiple(): void
    {
        $this->assertSame(5.0, Multiple::paid(10.0, 2.0));
        $this->assertSame(0.0, Multiple::paid(0.0, 2.0));
        foreach ([[null, 2.0], [10.0, null], [10.0, 0.0], [10.0, -2.0], [-1.0, 2.0]] as [$value, $for]) {
            $this->assertNull(Multiple::paid($value, $for));
        }
        $this->assertSame(5.0, Multiple::paid(10.0, 2.0, 5.0), 'a cap may be reached');
        $this->assertNull(Multiple::paid(10.0, 2.0, 4.99));
    }

    public function test_lines_of_a_group_do_not_depend_on_its_order_and_a_copy_of_the_median_changes_no_median(): void
    {
        mt_srand(21);
        for ($i = 0; $i < 100; $i++) {
            $n = mt_rand(1, 12);
            $pairs = [];
            for ($k = 0; $k < $n; $k++) {
                $pairs[] = [mt_rand(0, 4) === 0 ? null : mt_rand(1, 900) / 10, mt_rand(0, 5) === 0 ? null : (float) mt_rand(1, 9000)];
            }
            $of = static fn (array $pairs): GroupMultiples => new GroupMultiples(array_column($pairs, 0), array_column($pairs, 1));
            $lines = static fn (GroupMultiples $group): array => [
                ...array_values($group->spread->toArray()),
                $group->weightedMean(),
                $group->harmonicMean(),
            ];
            $shuffled = $pairs;
            shuffle($shuffled);
            $this->assertEqualsWithDelta($lines($of($pairs)), $lines($of($shuffled)), 1e-9);
            $median = $of($pairs)->spread->median;
            if ($median !== null) {
                $this->assertEqualsWithDelta($median, $of([...$pairs, [$median, 5.0]])->spread->median, 1e-12);
                $this->assertLessThanOrEqual($of($pairs)->spread->mean + 1e-9, $of($pairs)->harmonicMean());
            }
            // Market values in another currency weigh the same.
            $rescaled = array_map(static fn (array $pair): array => [$pair[0], $pair[1] === null ? null : 7.3 * $pair[1]], $pairs);
            $this->assertEqualsWithDelta($of($pairs)->weightedMean(), $of($rescaled)->weightedMean(), 1e-9);
        }
    }

    public function test_nobody_in_a_group_says_nothing(): void
    {
        $group = new GroupMultiples([null, null], [1.0, 2.0]);
        $this->assertSame(0, $group->spread->count);
        $this->assertNull($group->weightedMean());
        $this->assertNull($group->harmonicMean());
        $this->assertNull($group->percentRank(5.0));
        $none = [
            'count' => 0,
            'low' => null,
            'lower_quartile' => null,
            'median' => null,
            'mean' => null,
            'upper_quartile' => null,
            'high' => null,
        ];
        $this->assertSame($none, $group->spread->toArray());
        $this->assertSame(
            [null],
            array_unique(array_values(array_slice($group->spread->map(static fn (float $x): float => $x)->toArray(), 1))),
        );
    }

    public function test_equal_multiples_rank_in_the_middle(): void
    {
        $group = new GroupMultiples([10.0, 10.0, 12.0, null], [null, null, null, null]);
        $this->assertEqualsWithDelta(1 / 3, $group->percentRank(10.0), 1e-12);
        $this->assertSame(1.0, $group->percentRank(13.0));
        $this->assertSame(0.0, $group->percentRank(9.0));
        $this->assertNull($group->percentRank(null));
    }

    public function test_a_multiple_of_the_subject_itself_gives_its_price(): void
    {
        mt_srand(8);
        for ($i = 0; $i < 100; $i++) {
            $price = mt_rand(100, 9000) / 100;
            $shares = (float) mt_rand(10, 9000);
            $bridge = new EquityBridge(['cash' => (float) mt_rand(0, 5000), 'debt' => (float) mt_rand(0, 5000)]);
            $figure = (float) mt_rand(1, 9000);
            $whole = $price * $shares - $bridge->net();
            $multiple = Multiple::paid($whole, $figure);
            if ($multiple !== null) {
                $value = ImpliedValue::of(Multiple::Ebitda, MultipleSpread::of([$multiple]), $figure, $bridge, $shares);
                $this->assertEqualsWithDelta($price, $value->perShare->median, 1e-9 * $price);
                $this->assertEqualsWithDelta($whole, $value->enterprise->median, 1e-6);
            }
            $own = ImpliedValue::of(Multiple::Earnings, MultipleSpread::of([($price * $shares) / $figure]), $figure, $bridge, $shares);
            $this->assertEqualsWithDelta($price, $own->perShare->mean, 1e-9 * $price, 'a multiple of the shares passes no bridge');
            $this->assertEqualsWithDelta($whole, $own->enterprise->mean, 1e-6);
        }
        $loss = ImpliedValue::of(Multiple::Ebit, MultipleSpread::of([9.0]), -1.0, new EquityBridge(), 5.0);
        $this->assertNull($loss->perShare->median);
        $this->assertNull($loss->enterprise->median);
        $this->assertNull(ImpliedValue::of(Multiple::Ebit, MultipleSpread::of([9.0]), 2.0, new EquityBridge(), null)->perShare->median);
        $this->assertSame(18.0, ImpliedValue::of(Multiple::Ebit, MultipleSpread::of([9.0]), 2.0, new EquityBridge(), 0.0)->equity->median);
    }

    public function test_losses_are_in_the_aggregate_alone(): void
    {
        $earnings = new PriceEarnings([['market_value' => 100.0, 'net_income' => 10.0], ['market_value' => 300.0, 'net_income' => -5.0]]);
        $this->assertSame([10.0, null], $earnings->multiples);
        $this->assertSame(10.0, $earnings->aggregate());
        $this->assertSame(80.0, $earnings->aggregateWithLosses());
        $this->assertEqualsWithDelta((0.1 - 5 / 300) / 2, $earnings->medianYield(), 1e-12);
        $this->assertNull((new PriceEarnings([]))->aggregate());
        $this->assertNull((new PriceEarnings([['market_value' => 0.0, 'net_income' => 1.0]]))->medianYield());
    }

    public function test_a_calendar_year_takes_what_lies_in_it(): void
    {
        $this->assertSame(100.0, CalendarYear::figure(12, 100.0, null));
        $this->assertSame(115.0, CalendarYear::figure(3, 100.0, 120.0));
        $this->assertNull(CalendarYear::figure(3, 100.0, null), 'nothing is made up for the rest');
        $this->assertNull(CalendarYear::figure(12, null, 5.0));
        $this->expectException(\InvalidArgumentException::class);
        CalendarYear::figure(13, 1.0, 1.0);
    }

    public function test_an_offer_exercises_the_options_that_are_in_the_money_at_it(): void
    {
        $shares = new ShareCount(100.0, 5.0, [['count' => 10.0, 'strike' => 5.0], ['count' => 10.0, 'strike' => 25.0]]);
        $offer = new Offer(20.0, $shares, new EquityBridge(['debt' => 300.0, 'cash' => 50.0]));
        $this->assertEqualsWithDelta(112.5, $offer->dilutedShares, 1e-12);
        $this->assertEqualsWithDelta(2250.0, $offer->equityValue, 1e-9);
        $this->assertEqualsWithDelta(2500.0, $offer->enterpriseValue, 1e-9);
        $this->assertEqualsWithDelta(0.25, $offer->premium(16.0), 1e-12);
        $this->assertNull($offer->premium(null));
        $this->assertNull($offer->premium(0.0));
    }

    public function test_transactions_pay_for_earnings_with_the_value_of_the_shares(): void
    {
        $paid = new TransactionMultiples([
            ['enterprise_value' => 120.0, 'equity_value' => 100.0, 'sales' => 60.0, 'ebitda' => 12.0, 'ebit' => null, 'net_income' => 5.0],
            ['enterprise_value' => 30.0, 'equity_value' => 40.0, 'sales' => 60.0, 'ebitda' => -2.0, 'ebit' => -3.0, 'net_income' => -4.0],
        ]);
        $this->assertSame([20.0, null], $paid->of(Multiple::Earnings));
        $this->assertSame([2.0, 0.5], $paid->of(Multiple::Sales));
        $this->assertSame([10.0, null], $paid->of(Multiple::Ebitda));
        $this->assertSame(0, $paid->spread(Multiple::Ebit)->count);
        $values = array_map(static fn (Multiple $of) => $paid->implied($of, 10.0, new EquityBridge(['debt' => 2.0]), 4.0), [
            Multiple::Sales,
            Multiple::Ebitda,
            Multiple::Ebit,
        ]);
        $this->assertEqualsWithDelta((10.5 / 4 + 98.0 / 4) / 2, TransactionMultiples::blended($values), 1e-12);
        $this->assertNull(TransactionMultiples::blended([]));
        $this->expectException(\InvalidArgumentException::class);
        $paid->of(Multiple::Book);
    }
}
