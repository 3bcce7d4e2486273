<?php

declare(strict_types=1);

namespace Tests\Core\EarningPower;

use Logion\EarningPower\CasePrices;
use Logion\EarningPower\MarginRange;
use Logion\EarningPower\ReturnGrid;
use Logion\EarningPower\ValueLine;
use PHPUnit\Framework\TestCase;

/** Bad, middling and good cases, the price that returns what one asks for, and earnings at the top of their margins. */
final class CasesTest extends TestCase
{
    public function test_the_price_that_returns_a_rate_returns_it(): void
    {
        mt_srand(4);
        for ($round = 0; $round < 40; $round++) {
            $dividends = [[20250630, mt_rand(0, 200) / 100], [20260630, mt_rand(0, 200) / 100], [20290630, 5.0]];
            $rate = mt_rand(-20, 40) / 100;
            $exit = mt_rand(500, 20000) / 100;
            $price = (new ReturnGrid(1.0, 20240701, 20270331, $dividends))->priceFor($exit, $rate);
            $this->assertNotNull($price);
            $again = (new ReturnGrid($price, 20240701, 20270331, $dividends))->at($exit / 10, 10.0);
            $this->assertEqualsWithDelta($rate, $again['annual'], 1e-7);
        }
        $this->assertNull((new ReturnGrid(1.0, 20240701, 20240701, []))->priceFor(10.0, 0.1));
        $this->assertNull((new ReturnGrid(1.0, 20240701, 20250701, []))->priceFor(10.0, -1.0));
        $this->assertEqualsWithDelta(10.0, (new ReturnGrid(1.0, 20240701, 20250701, []))->priceFor(11.0, 0.1), 1e-12);
    }

    public function test_gain_is_set_against_loss_only_where_there_are_both(): void
    {
        $cases = static fn (?float $bear, ?float $bull): CasePrices => new CasePrices(
            20.0,
            ['bear' => $bear, 'base' => 22.0, 'bull' => $bull],
        );
        $this->assertEqualsWithDelta(2.5, $cases(16.0, 30.0)->gainToLoss(), 1e-12);
        $this->assertEqualsWithDelta(-0.2, $cases(16.0, 30.0)->upside('bear'), 1e-12);
        $this->assertEqualsWithDelta(0.1, $cases(16.0, 30.0)->upside('base'), 1e-12);
        foreach ([[21.0, 30.0], [20.0, 30.0], [16.0, 19.0], [null, 30.0], [16.0, null]] as [$bear, $bull]) {
            $this->assertNull($cases($bear, $bull)->gainToLoss());
        }
        $this->assertNull((new CasePrices(0.0, ['bear' => 1.0, 'base' => 1.0, 'bull' => 1.0]))->upside('base'));
    }

    public function test_earnings_at_the_top_of_their_margins_are_told(): void
    {
        $past = [[1.0, 10.0], [0.5, 10.0], [2.0, 10.0], [null, 10.0], [1.0, 0.0]];
        $at = static fn (float $earnings): ?MarginRange => MarginRange::of($earnings, 10.0, $past);
        $middle = $at(1.5);
        $this->assertNotNull($middle);
        $this->assertEqualsWithDelta(0.15, $middle->implied, 1e-12);
        $this->assertEqualsWithDelta([0.05, 0.2, 2 / 3], [$middle->low, $middle->high, $middle->position], 1e-12);
        $this->assertFalse($at(1.8)?->isAtTheTop());
        $this->assertTrue($at(1.86)?->isAtTheTop());
        $this->assertTrue($at(3.0)?->isAtTheTop());
        $this->assertNull(MarginRange::of(1.0, null, $past));
        $this->assertNull(MarginRange::of(null, 10.0, $past));
        $this->assertNull(MarginRange::of(1.0, 10.0, array_slice($past, 0, 2)), 'two years are no range');
        $this->assertFalse(MarginRange::of(1.0, 10.0, [[1.0, 10.0], [1.0, 10.0], [1.0, 10.0]])?->isAtTheTop());
    }

    public function test_days_are_counted_where_the_line_is_known(): void
    {
        $line = ValueLine::of(
            [
                ['end' => 20201231, 'basis' => 1.0, 'price' => 10.0],
                ['end' => 20211231, 'basis' => 1.0, 'price' => 20.0],
                ['end' => 20221231, 'basis' => 1.0, 'price' => 30.0],
            ],
            [],
            3,
            ValueLine::MEDIAN,
        );
        $position = $line->position([20200101, 20210630, 20210701, 20220630, 20221231, 20230101], [99.0, 14.0, 21.0, 26.0, 20.0, 99.0]);
        $this->assertSame(4, $position['days'], 'neither before the first year end nor after the last');
        $this->assertEqualsWithDelta([0.5, 0.25, 0.25], [$position['above'], $position['above_band'], $position['below_band']], 1e-12);
        $this->assertSame(['days' => 0, 'above' => null, 'above_band' => null, 'below_band' => null], $line->position([], []));
    }
}
