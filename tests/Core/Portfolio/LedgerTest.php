<?php

declare(strict_types=1);

namespace Tests\Core\Portfolio;

use Brick\Math\BigDecimal;
use Logion\Portfolio\Ledger\CostMethod;
use Logion\Portfolio\Ledger\EntryType;
use Logion\Portfolio\Ledger\Ledger;
use Logion\Portfolio\Ledger\LedgerEntry;
use Logion\Portfolio\Ledger\Oversold;
use Logion\Portfolio\Ledger\Sale;
use PHPUnit\Framework\TestCase;

/** What has to hold of any portfolio: money and lots reconcile to the last digit, whatever is bought, sold, split and paid. */
final class LedgerTest extends TestCase
{
    /** @param  array<string, mixed>  $told */
    private static function of(int $day, string $type, array $told): LedgerEntry
    {
        return LedgerEntry::of($day, EntryType::from($type), $told);
    }

    /** @param  list<BigDecimal>  $all */
    private static function sum(array $all): BigDecimal
    {
        return array_reduce($all, static fn (BigDecimal $sum, BigDecimal $of): BigDecimal => $sum->plus($of), BigDecimal::zero());
    }

    public function test_money_and_lots_reconcile_to_the_last_digit(): void
    {
        mt_srand(3);
        for ($run = 0; $run < 30; $run++) {
            $transactions = [self::of(20200101, 'deposit', ['amount' => '100000.01'])];
            $held = ['A' => 0, 'B' => 0];
            $bought = BigDecimal::zero();
            for ($i = 0; $i < 60; $i++) {
                $security = ['A', 'B'][mt_rand(0, 1)];
                $day = 20200102 + $i;
                $price = sprintf('%d.%02d', mt_rand(1, 90), mt_rand(0, 99));
                $fee = sprintf('%d.%02d', mt_rand(0, 9), mt_rand(0, 99));
                $quantity = mt_rand(1, 40);
                if (mt_rand(0, 2) > 0 || $held[$security] < $quantity) {
                    $transactions[] = self::of($day, 'buy', compact('security', 'quantity', 'price', 'fee'));
                    $held[$security] += $quantity;
                    $bought = $bought->plus(BigDecimal::of($price)->multipliedBy($quantity))->plus($fee);
                } else {
                    $transactions[] = self::of($day, 'sell', compact('security', 'quantity', 'price', 'fee'));
                    $held[$security] -= $quantity;
                }
                if (mt_rand(0, 9) === 0) {
                    $transactions[] = self::of($day, 'dividend', ['security' => $security, 'amount' => '12.34', 'tax' => '3.08']);
                }
            }
            foreach (CostMethod::cases() as $method) {
                $ledger = Ledger::of($transactions, $method);
                $left = self::sum(array_map(static fn ($of): BigDecimal => $of->cost(), array_values($ledger->holdings)));
                $sold = self::sum(array_map(static fn (Sale $of): BigDecimal => $of->cost, $ledger->sales));
                $this->assertTrue($bought->isEqualTo($left->plus($sold)), "{$method->value}: what was paid is in the lots or was sold");
                $proceeds = self::sum(array_map(static fn (Sale $of): BigDecimal => $of->proceeds, $ledger->sales));
                $cash = $ledger->contributed->minus($bought)->plus($proceeds)->plus($ledger->netIncome());
                $this->assertTrue($cash->isEqualTo($ledger->cash), 'cash is what came in less what went out');
                foreach ($ledger->holdings as $security => $of) {
                    $this->assertTrue($of->quantity()->isEqualTo($held[$security]));
                }
            }
        }
    }

    public function test_chosen_lots_are_sold_first_and_the_rest_in_order(): void
    {
        $buy = static fn (int $day, int $quantity, string $price): LedgerEntry => self::of($day, 'buy', [
            'security' => 'A',
            'quantity' => $quantity,
            'price' => $price,
        ]);
        $sell = self::of(20200301, 'sell', ['security' => 'A', 'quantity' => 15, 'price' => 20, 'lots' => [1]]);
        $ledger = Ledger::of([$buy(20200101, 10, '5'), $buy(20200102, 10, '8'), $buy(20200103, 10, '9'), $sell]);
        $this->assertSame(105.0, $ledger->sales[0]->cost->toFloat(), 'ten of the second, then five of the first');
        $this->assertSame(['5', '10'], array_map(static fn ($lot): string => (string) $lot->quantity, $ledger->holdings['A']->lots));
        $average = Ledger::of([$buy(20200101, 10, '5'), $buy(20200102, 10, '8'), $sell], CostMethod::Average);
        $this->assertSame(97.5, $average->sales[0]->cost->toFloat());
    }

    public function test_a_spin_off_takes_its_part_of_the_cost_and_its_days_along(): void
    {
        $ledger = Ledger::of([
            self::of(20200101, 'buy', ['security' => 'Old', 'quantity' => 30, 'price' => '10']),
            self::of(20200601, 'buy', ['security' => 'Old', 'quantity' => 15, 'price' => '12']),
            self::of(20210101, 'spin_off', [
                'security' => 'Old',
                'new_security' => 'New',
                'ratio' => '0.1',
                'cost_share' => '0.25',
                'price' => 40,
            ]),
        ]);
        $this->assertSame('360.00', (string) $ledger->holdings['Old']->cost());
        // Four and a half shares for a cost of 120: the half one, of the first lot, is paid out.
        $this->assertSame('4.0', (string) $ledger->holdings['New']->quantity());
        $this->assertSame([20200101, 20200601], array_map(static fn ($lot): int => $lot->acquired, $ledger->holdings['New']->lots));
        $this->assertSame(20.0, $ledger->sales[0]->proceeds->toFloat());
        $this->assertSame(12.5, $ledger->sales[0]->cost->toFloat());
        $this->assertSame(107.5, $ledger->holdings['New']->cost()->toFloat());
    }

    public function test_interest_and_fees_are_income_and_the_order_of_a_day_is_that_given(): void
    {
        $ledger = Ledger::of([
            self::of(20200102, 'interest', ['amount' => '5', 'tax' => '1']),
            self::of(20200101, 'deposit', ['amount' => '50']),
            self::of(20200102, 'fee', ['amount' => '2']),
            self::of(20200102, 'tax', ['amount' => '0.5']),
            self::of(20200103, 'withdrawal', ['amount' => '10']),
        ]);
        $this->assertSame(['1.5', '40', '41.5'], array_map(strval(...), [$ledger->netIncome(), $ledger->contributed, $ledger->cash]));
        $buy = self::of(20200105, 'buy', ['security' => 'A', 'quantity' => 1, 'price' => 1]);
        $sell = self::of(20200105, 'sell', ['security' => 'A', 'quantity' => 1, 'price' => 2]);
        $this->assertSame('1', (string) Ledger::of([$buy, $sell])->sales[0]->gain());
        try {
            Ledger::of([$sell, $buy]);
            $this->fail('sold before it was bought');
        } catch (Oversold $problem) {
            $this->assertSame(0, $problem->row);
            $this->assertStringContainsString('row 1', $problem->getMessage());
        }
    }
}
