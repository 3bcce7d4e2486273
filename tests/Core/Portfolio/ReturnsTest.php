<?php

declare(strict_types=1);

namespace Tests\Core\Portfolio;

use Logion\Portfolio\Contribution;
use Logion\Portfolio\CurrencyGain;
use Logion\Portfolio\Exposure;
use Logion\Portfolio\MoneyWeightedReturn;
use Logion\Portfolio\PositionSize;
use Logion\Portfolio\TimeWeightedReturn;
use Logion\Time\Day;
use PHPUnit\Framework\TestCase;

/** Returns of portfolios: what has to hold whatever was paid in, and what is not known. */
final class ReturnsTest extends TestCase
{
    public function test_what_is_paid_in_changes_nothing_of_the_return_by_time(): void
    {
        mt_srand(5);
        for ($run = 0; $run < 20; $run++) {
            $plain = $paid = [];
            [$a, $b] = [1000.0, 1000.0];
            for ($i = 0; $i < 500; $i++) {
                $return = mt_rand(-30, 32) / 1000;
                $flow = $i > 0 && mt_rand(0, 9) === 0 ? (float) mt_rand(-200, 900) : 0.0;
                if ($i > 0) {
                    $a *= 1 + $return;
                    $b = ($b + $flow) * (1 + $return);
                }
                $day = Day::plus(20200101, $i);
                $plain[] = ['day' => $day, 'value' => $a, 'flow' => 0.0];
                // Of a day without a flow the value may be missing.
                $paid[] = ['day' => $day, 'value' => $i % 50 === 49 && $i < 499 ? null : $b, 'flow' => $flow];
            }
            if (min(array_filter(array_column($paid, 'value'))) <= 0) {
                continue;
            }
            [$one, $other] = [TimeWeightedReturn::of($plain), TimeWeightedReturn::of($paid)];
            $known = array_filter(range(0, 499), static fn (int $i): bool => $i % 50 !== 49 && $i % 50 !== 0);
            foreach ($known as $i) {
                $this->assertEqualsWithDelta($one->returns[$i] ?? 0.0, $other->returns[$i] ?? 0.0, 1e-9);
            }
            $this->assertNotNull($one->annualised);
            $product = array_product(array_map(static fn (array $year): float => 1 + $year['return'], $one->years));
            $this->assertEqualsWithDelta(1 + $one->total, $product, 1e-9, 'years make the whole');
        }
    }

    public function test_there_is_no_chain_where_less_than_nothing_was_invested(): void
    {
        $of = TimeWeightedReturn::of([
            ['day' => 20200101, 'value' => 100.0, 'flow' => 0.0],
            ['day' => 20200102, 'value' => 50.0, 'flow' => -150.0],
            ['day' => 20210110, 'value' => 60.0, 'flow' => 0.0],
        ]);
        $this->assertNull($of->total);
        $this->assertSame(
            [null, 0.2],
            array_map(static fn (array $of): ?float => $of['return'] === null ? null : round($of['return'], 9), $of->years),
        );
        $this->assertNull(TimeWeightedReturn::of([['day' => 20200101, 'value' => 1.0, 'flow' => 0.0]])->total);
    }

    public function test_a_year_with_such_a_day_has_no_return_whatever_follows(): void
    {
        $of = TimeWeightedReturn::of([
            ['day' => 20200101, 'value' => 100.0, 'flow' => 0.0],
            ['day' => 20200102, 'value' => 50.0, 'flow' => -150.0],
            ['day' => 20200103, 'value' => 55.0, 'flow' => 0.0],
        ]);
        $this->assertSame([['year' => 2020, 'return' => null]], $of->years);
        $this->assertEqualsWithDelta(0.1, $of->returns[2], 1e-12);
    }

    public function test_the_return_by_money_is_the_rate_at_which_all_is_worth_nothing(): void
    {
        mt_srand(9);
        for ($run = 0; $run < 20; $run++) {
            $flows = [];
            for ($i = 0; $i < 5; $i++) {
                $flows[] = [Day::plus(20200101, mt_rand(1, 900)), (float) mt_rand(10, 400)];
            }
            $of = MoneyWeightedReturn::of(20200101, 1000.0, $flows, 20221231, (float) mt_rand(1500, 5000));
            $sum = -1000.0;
            foreach ($flows as [$day, $amount]) {
                $sum -= $amount / (1 + $of->annual) ** (Day::between(20200101, $day) / 365);
            }
            $sum += (1000.0 + $of->netFlows + $of->gain) / (1 + $of->annual) ** ($of->days / 365);
            $this->assertEqualsWithDelta(0.0, $sum, 1e-6);
        }
        $this->assertNull(MoneyWeightedReturn::of(20200101, 0.0, [], 20211231, 100.0)->annual);
        $this->assertNull(MoneyWeightedReturn::of(20200101, 100.0, [], 20211231, 0.0)->annual);
        $this->assertNull(MoneyWeightedReturn::of(20200101, 100.0, [], 20200101, 110.0)->annual, 'of one day');
    }

    public function test_contributions_add_up_and_a_missing_price_is_no_nought(): void
    {
        $position = static fn (string $name, ?string $group, float $quantity, ?float $begin, ?float $end): array => [
            'name' => $name,
            'group' => $group,
            'quantity' => $quantity,
            'price_begin' => $begin,
            'price_end' => $end,
            'dividends_per_share' => 0.5,
            'fx_begin' => 1.2,
            'fx_end' => 1.1,
        ];
        $of = Contribution::of([$position('a', 'x', 10, 5, 6), $position('b', null, 7, 20, 18), $position('c', 'x', 3, 8, 9)], 55.0);
        $this->assertEqualsWithDelta($of->return, array_sum(array_column($of->positions, 'contribution')), 1e-12);
        $this->assertEqualsWithDelta($of->return, array_sum($of->groups), 1e-12);
        $this->assertEqualsWithDelta($of->end / $of->begin - 1, $of->return, 1e-12);
        $gap = Contribution::of([$position('a', 'x', 10, 5, null), $position('b', 'y', 7, 20, 18)], 0.0);
        $this->assertNull($gap->groups['x']);
        $this->assertNotNull($gap->groups['y']);
        $this->assertNull($gap->return);
    }

    public function test_gains_in_two_currencies_add_up_and_weights_to_one(): void
    {
        $gain = CurrencyGain::of(100.0, 120.0, 3.0, 1.5, 1.3);
        $this->assertEqualsWithDelta($gain->total, $gain->local + $gain->currency + $gain->cross, 1e-12);
        $this->assertEqualsWithDelta($gain->total / $gain->begin, $gain->return, 1e-12);
        $this->assertNull(CurrencyGain::sum([$gain, CurrencyGain::of(null, 1.0, 0.0, 1.0, 1.0)])->total);
        $rows = [];
        foreach (['a' => 30.0, 'b' => 50.0, 'a ' => 20.0] as $name => $value) {
            $rows[] = ['name' => $name, 'value' => $value, 'sector' => 's', 'country' => null, 'currency' => 'XCR'];
        }
        $of = Exposure::of($rows, [['currency' => 'XQA', 'amount' => 25.0]]);
        $this->assertEqualsWithDelta(1.0, array_sum($of->sectors), 1e-12);
        $this->assertEqualsWithDelta(1.0, array_sum($of->currencies), 1e-12);
        $this->assertSame([Exposure::UNCLASSIFIED, Exposure::CASH], array_keys($of->countries));
        $this->assertNull(Exposure::of([['value' => null] + $rows[0]], [])->largestShare);
    }

    public function test_the_smallest_limit_binds_and_no_limit_says_nothing(): void
    {
        $size = PositionSize::of(1000.0, 10.0, invalidation: 8.0, positionCap: 0.2, sectorCap: 0.3, inSector: 250.0, lossLimit: 0.005);
        $this->assertSame(['loss', 2.0], [$size?->binding, $size?->quantity]);
        $this->assertEqualsWithDelta(['position' => 200.0, 'sector' => 50.0, 'loss' => 25.0, 'cash' => null], $size->limits, 1e-9);
        $this->assertNull(PositionSize::of(1000.0, 10.0));
        $this->assertNull(PositionSize::of(0.0, 10.0, positionCap: 0.1));
        $this->assertNull(PositionSize::of(1000.0, 10.0, invalidation: 12.0, positionCap: 0.1)?->lossAtInvalidation);
    }
}
