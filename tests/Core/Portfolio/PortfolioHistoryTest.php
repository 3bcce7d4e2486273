<?php

declare(strict_types=1);

namespace Tests\Core\Portfolio;

use Logion\Portfolio\ClosingPrices;
use Logion\Portfolio\CorporateActionProposals;
use Logion\Portfolio\Holdings;
use Logion\Portfolio\Ledger\CostMethod;
use Logion\Portfolio\Ledger\CurrencyLedgers;
use Logion\Portfolio\Ledger\EntryType;
use Logion\Portfolio\Ledger\Ledger;
use Logion\Portfolio\Ledger\LedgerEntry;
use Logion\Portfolio\LookThrough;
use Logion\Portfolio\Movements;
use Logion\Portfolio\PeriodContribution;
use Logion\Portfolio\PortfolioHistory;
use Logion\Portfolio\Position;
use Logion\Portfolio\SameFlows;
use Logion\Portfolio\TimeWeightedReturn;
use Logion\Time\Day;
use PHPUnit\Framework\TestCase;

/** Portfolios of several currencies through time: worth, flows and contributions reconcile whatever happened. */
final class PortfolioHistoryTest extends TestCase
{
    private const DAYS = 120;

    /** @var array<string, ClosingPrices> */
    private array $prices = [];

    /** @var list<int> */
    private array $tradingDays = [];

    /**
     * @param  array<int, LedgerEntry>  $entries
     * @return array<string, Movements>
     */
    private static function movements(array $entries): array
    {
        return array_map(static fn (Ledger $of): Movements => Movements::of($of, $entries), CurrencyLedgers::of($entries)->ledgers);
    }

    private function day(int $i): int
    {
        return Day::plus(20240102, $i);
    }

    private function rate(string $currency, int $day): float
    {
        return $currency === 'EUR' ? 1.0 : 0.8 + 0.1 * sin(Day::between(20240102, $day) / 9);
    }

    private function invent(int $seed): void
    {
        mt_srand($seed);
        $this->tradingDays = array_values(
            array_filter(array_map($this->day(...), range(0, self::DAYS - 1)), static fn (int $day): bool => Day::ordinal($day) % 7 < 5),
        );
        foreach (['A', 'B', 'C', 'D'] as $security) {
            $price = 50.0;
            $closes = [];
            foreach ($this->tradingDays as $ignored) {
                $closes[] = $price *= 1 + mt_rand(-300, 310) / 10000;
            }
            $this->prices[$security] = new ClosingPrices($this->tradingDays, $closes, $security === 'C' ? 0.01 : 1.0);
        }
    }

    /** @return array<int, LedgerEntry> */
    private function transactions(): array
    {
        $currencies = ['A' => 'EUR', 'B' => 'USD', 'C' => 'USD'];
        $held = ['A' => 0, 'B' => 0, 'C' => 0];
        $entries = [];
        $add = static function (int $day, string $type, array $told) use (&$entries): void {
            $entries[] = LedgerEntry::of($day, EntryType::from($type), $told);
        };
        foreach (['EUR', 'USD'] as $currency) {
            $add($this->day(0), 'deposit', ['amount' => '100000', 'currency' => $currency]);
        }
        for ($i = 1; $i < self::DAYS; $i += mt_rand(1, 3)) {
            $security = array_rand($held);
            $of = ['security' => $security, 'currency' => $currencies[$security]];
            $multiplier = $security === 'C' ? '0.01' : '1';
            $price = number_format(($this->prices[$security]->worth($this->day($i)) ?? 50) / (float) $multiplier, 2, '.', '');
            match (mt_rand(0, 9)) {
                0, 1, 2 => [
                    $add($this->day($i), 'buy', [...$of, 'quantity' => 20, 'fee' => '1.50', ...compact('price', 'multiplier')]),
                    ($held[$security] += 20),
                ],
                3 => $held[$security] < 8 ?: [
                    $add($this->day($i), 'sell', [...$of, 'quantity' => 8, ...compact('price', 'multiplier')]),
                    ($held[$security] -= 8),
                ],
                4 => $add($this->day($i), 'dividend', [...$of, 'amount' => '17.20', 'tax' => '2.58']),
                5 => $add($this->day($i), mt_rand(0, 1) ? 'deposit' : 'withdrawal', ['amount' => '300.30', 'currency' => 'USD']),
                6 => $add($this->day($i), 'fee', ['amount' => '4.99', 'currency' => 'EUR']),
                7 => [$add($this->day($i), 'transfer_in', [...$of, 'quantity' => 3, 'cost' => '120']), ($held[$security] += 3)],
                8 => $add($this->day($i), 'currency_exchange', [
                    'currency' => 'EUR',
                    'amount' => '200',
                    'to_currency' => 'USD',
                    'to_amount' => '219',
                ]),
                9 => $held['A'] === 0 ?: $add($this->day($i), 'spin_off', [
                    'security' => 'A',
                    'new_security' => 'D',
                    'currency' => 'EUR',
                    'ratio' => '0.3',
                    'cost_share' => '0.1',
                    ...mt_rand(0, 1) ? ['price' => '40'] : [],
                ]),
            };
        }

        return $entries;
    }

    public function test_worth_flows_and_contributions_reconcile(): void
    {
        for ($seed = 1; $seed <= 25; $seed++) {
            $this->invent($seed);
            $entries = $this->transactions();
            $movements = self::movements($entries);
            $last = $this->day(self::DAYS - 1);
            foreach ([true, false] as $keepsCash) {
                $history = PortfolioHistory::of($movements, $this->prices, $this->tradingDays, $this->rate(...), $last, $keepsCash);
                foreach ([17, 60, count($history->days) - 1] as $i) {
                    $day = $history->days[$i];
                    $then = array_filter($entries, static fn (LedgerEntry $of): bool => $of->day <= $day);
                    $until = CurrencyLedgers::of($then);
                    $worth = 0.0;
                    foreach (Holdings::of($until, $then)->held as $security => $held) {
                        $position = Position::of($security, $held, $this->prices[$security], $this->rate(...), $day);
                        $worth += $position->baseValue ?? NAN;
                        $this->assertEqualsWithDelta(
                            $position->gain->total,
                            $position->gain->local + $position->gain->currency + $position->gain->cross,
                            1e-6,
                        );
                    }
                    foreach ($keepsCash ? $until->cash() : [] as ['currency' => $currency, 'amount' => $amount]) {
                        $worth += $amount->toFloat() * $this->rate($currency, $day);
                    }
                    $this->assertEqualsWithDelta($worth, $history->values[$i], 1e-6, "seed {$seed}, day {$day}");
                }
                [$a, $b] = [mt_rand(5, 40), mt_rand(50, count($history->days) - 1)];
                $of = PeriodContribution::of(
                    $movements,
                    $this->prices,
                    $this->rate(...),
                    $history->days[$a],
                    $history->days[$b],
                    $keepsCash,
                );
                $flows = array_sum(array_slice($history->flows, $a + 1, $b - $a));
                $this->assertEqualsWithDelta($history->values[$b] - $history->values[$a] - $flows, $of->gain, 1e-6, "seed {$seed}");
                $sum = array_sum(array_column($of->positions, 'contribution')) + $of->cash['contribution'];
                $this->assertEqualsWithDelta($of->return, $sum, 1e-12);
            }
        }
    }

    public function test_a_split_is_in_force_before_anybody_trades_on_its_day(): void
    {
        $of = static fn (int $day, string $type, array $told): LedgerEntry => LedgerEntry::of($day, EntryType::from($type), [
            'security' => 'A',
            'currency' => 'EUR',
            ...$told,
        ]);
        $held = static fn (LedgerEntry ...$entries): float => CurrencyLedgers::of($entries)->holdings()['A']['lots']->quantity()->toFloat();
        $before = $of(20250109, 'buy', ['quantity' => '10', 'price' => '6']);
        $split = $of(20250110, 'split', ['ratio' => '3']);
        $on = $of(20250110, 'buy', ['quantity' => '4', 'price' => '2']);
        $this->assertSame(34.0, $held($before, $on, $split));
        $this->assertSame(34.0, $held($before, $split, $on), 'whichever was entered first');
        $this->assertSame(14.0, $held($before, $split, $of(20250110, 'sell', ['quantity' => '16', 'price' => '2'])));
        $this->assertSame(14.0, $held($before, $of(20250110, 'sell', ['quantity' => '16', 'price' => '2']), $split), 'nothing is oversold');
    }

    public function test_what_a_share_gave_its_holders_is_a_gain_of_that_share(): void
    {
        $of = static fn (int $day, string $type, array $told): LedgerEntry => LedgerEntry::of($day, EntryType::from($type), $told);
        $movements = self::movements([
            $of(20250102, 'deposit', ['amount' => '1000', 'currency' => 'EUR']),
            $of(20250102, 'buy', ['security' => 'A', 'currency' => 'EUR', 'quantity' => '10', 'price' => '100']),
            $of(20250110, 'spin_off', [
                'security' => 'A',
                'new_security' => 'D',
                'currency' => 'EUR',
                'ratio' => '2',
                'cost_share' => '0.2',
            ]),
        ]);
        $gains = static fn (array $d): array => array_column(
            PeriodContribution::of(
                $movements,
                ['A' => new ClosingPrices([20250102, 20250110, 20250201], [100.0, 78.0, 85.0]), 'D' => new ClosingPrices(...$d)],
                static fn (): float => 1.0,
                20250102,
                20250201,
            )->positions,
            'gain',
        );
        // 20 of D, worth 11 each on the day they came: A fell by 220 for that, and D has risen by 1 each since.
        $this->assertEqualsWithDelta([-150.0 + 220.0, 20.0], $gains([[20250110, 20250201], [11.0, 12.0]]), 1e-9);
        $this->assertEqualsWithDelta([-150.0, 240.0], $gains([[20250120, 20250201], [11.0, 12.0]]), 1e-9, 'no price on the day it came');
    }

    public function test_without_cash_what_is_bought_is_put_in_and_weighs_from_its_day(): void
    {
        $buy = static fn (int $day, string $price): LedgerEntry => LedgerEntry::of($day, EntryType::Buy, [
            'security' => 'A',
            'currency' => 'EUR',
            'quantity' => '10',
            'price' => $price,
        ]);
        $of = PeriodContribution::of(
            self::movements([$buy(20250101, '100'), $buy(20250111, '120')]),
            ['A' => new ClosingPrices([20250101, 20250111, 20250121], [100.0, 120.0, 150.0])],
            static fn (): float => 1.0,
            20250101,
            20250121,
            false,
        );
        // 1,000 for all twenty days, 1,200 for ten of them.
        $this->assertEqualsWithDelta([1600.0, 800.0], [$of->capital, $of->gain], 1e-9);
        $this->assertEqualsWithDelta(0.5, $of->return, 1e-12);
    }

    public function test_a_rate_that_is_not_known_matters_only_while_something_is_held_in_it(): void
    {
        $entries = [
            LedgerEntry::of(20250101, EntryType::Deposit, ['amount' => '50', 'currency' => 'EUR']),
            LedgerEntry::of(20250103, EntryType::Deposit, ['amount' => '100', 'currency' => 'USD']),
        ];
        $rate = static fn (string $currency, int $day): ?float => $currency === 'EUR' ? 1.0 : ($day < 20250103 ? null : 0.5);
        $days = [20250101, 20250102, 20250103];
        $history = PortfolioHistory::of(self::movements($entries), [], $days, $rate, 20250103);
        $this->assertSame([50.0, 50.0, 100.0], $history->values);
    }

    public function test_a_transfer_is_a_flow_of_what_it_is_worth_and_moves_no_return(): void
    {
        $this->invent(3);
        $day = $this->tradingDays;
        $entries = [
            LedgerEntry::of($day[0], EntryType::Deposit, ['amount' => 1000, 'currency' => 'EUR']),
            LedgerEntry::of($day[0], EntryType::Buy, [
                'security' => 'A',
                'quantity' => 10,
                'price' => (string) $this->prices['A']->closes[0],
                'currency' => 'EUR',
            ]),
            LedgerEntry::of($day[5], EntryType::TransferIn, ['security' => 'A', 'quantity' => 10, 'cost' => 1, 'currency' => 'EUR']),
            LedgerEntry::of($day[9], EntryType::TransferOut, ['security' => 'A', 'quantity' => 5, 'currency' => 'EUR']),
        ];
        $history = PortfolioHistory::of(self::movements($entries), $this->prices, $day, $this->rate(...), $day[20]);
        $this->assertEqualsWithDelta(10 * $this->prices['A']->closes[5], $history->flows[5], 1e-9);
        $this->assertEqualsWithDelta(-5 * $this->prices['A']->closes[9], $history->flows[9], 1e-9);
        $unpriced = PortfolioHistory::of(self::movements($entries), [], $day, $this->rate(...), $day[20]);
        $this->assertSame([null], array_values(array_unique($unpriced->values)), 'without a price nothing is known');
    }

    public function test_who_bought_the_index_did_as_the_index_with_the_same_flows(): void
    {
        $this->invent(4);
        $entries = [];
        foreach ([0, 12, 30] as $i) {
            $price = $this->prices['A']->closes[$i];
            $entries[] = LedgerEntry::of($this->tradingDays[$i], EntryType::Deposit, [
                'amount' => (string) (10 * $price),
                'currency' => 'EUR',
            ]);
            $entries[] = LedgerEntry::of($this->tradingDays[$i], EntryType::Buy, [
                'security' => 'A',
                'quantity' => 10,
                'price' => (string) $price,
                'currency' => 'EUR',
            ]);
        }
        $last = $this->tradingDays[60];
        $history = PortfolioHistory::of(self::movements($entries), $this->prices, $this->tradingDays, $this->rate(...), $last);
        $same = SameFlows::of($history->days, $history->flows, $this->prices['A']->days, $this->prices['A']->closes);
        foreach ($same as $i => $worth) {
            $this->assertEqualsWithDelta($history->values[$i], $worth, 1e-8);
        }
        $this->assertSame([null, null], SameFlows::of([20200101, $last], [5.0, 0.0], $this->tradingDays, $this->prices['A']->closes));
    }

    public function test_a_deposit_that_stays_cash_moves_no_day_by_itself(): void
    {
        $this->invent(5);
        $day = $this->tradingDays;
        $deposit = static fn (int $on): LedgerEntry => LedgerEntry::of($on, EntryType::Deposit, ['amount' => 500, 'currency' => 'EUR']);
        $entries = [$deposit($day[0]), $deposit($day[3]), $deposit($day[8])];
        $history = PortfolioHistory::of(self::movements($entries), [], $day, $this->rate(...), $day[20]);
        $returns = TimeWeightedReturn::of(
            array_map(
                static fn (int $on, ?float $value, float $flow): array => ['day' => $on, 'value' => $value, 'flow' => $flow],
                $history->days,
                $history->values,
                $history->flows,
            ),
        );
        $this->assertSame(0.0, $returns->total);
        $this->assertSame(1500.0, $history->values[20]);
    }

    public function test_actions_that_are_not_entered_are_proposed_on_the_shares_held_then(): void
    {
        $of = static fn (int $day, string $type, array $told): LedgerEntry => LedgerEntry::of($day, EntryType::from($type), $told);
        $entries = [$of(20200110, 'buy', ['quantity' => 10]), $of(20200601, 'sell', ['quantity' => 4])];
        $dividends = [
            ['ex' => 20200110, 'paid' => 20200120, 'amount' => 1.0],
            ['ex' => 20200301, 'paid' => 20200310, 'amount' => 1.5],
            ['ex' => 20200901, 'paid' => 20200910, 'amount' => 0.4],
            ['ex' => 20210301, 'paid' => 20210310, 'amount' => 0.5],
        ];
        $told = CorporateActionProposals::of($entries, $dividends, [[20200801, 3.0]], ['day' => 20201231, 'price' => 9.0], 20210101);
        $this->assertSame(
            [['dividend', 20200310, 15.0], ['split', 20200801, null], ['dividend', 20200910, 7.2], ['sell', 20201231, null]],
            array_map(
                static fn (array $p): array => [$p['type']->value, $p['day'], $p['amount'] === null ? null : round($p['amount'], 9)],
                $told,
            ),
            'shares bought on the ex-day get none, those of the split count after it',
        );
        $this->assertSame(18.0, $told[3]['quantity']);
        $entered = [
            ...array_slice($entries, 0, 1),
            $of(20200312, 'dividend', ['amount' => 15]),
            $entries[1],
            $of(20200801, 'split', ['ratio' => 3]),
        ];
        $this->assertSame(
            [20200910, 20201231],
            array_column(
                CorporateActionProposals::of($entered, $dividends, [[20200801, 3.0]], ['day' => 20201231, 'price' => 9.0], 20210101),
                'day',
            ),
        );
        $sold = [...$entries, $of(20200701, 'sell', ['quantity' => 6])];
        $this->assertSame([20200310], array_column(CorporateActionProposals::of($sold, $dividends, [], null, 20210401), 'day'));
    }

    public function test_rights_and_shares_of_others_are_proposed_until_something_stands_near_them(): void
    {
        $of = static fn (int $day, string $type, array $told): LedgerEntry => LedgerEntry::of($day, EntryType::from($type), $told);
        $held = [$of(20200110, 'buy', ['quantity' => 10])];
        $given = [
            ['kind' => 'rights', 'ex' => 20191201, 'ratio' => 1.1],
            ['kind' => 'rights', 'ex' => 20200501, 'ratio' => 1.25],
            ['kind' => 'spin_off', 'ex' => 20200901, 'ratio' => 2.0],
            ['kind' => 'rights', 'ex' => 20210301, 'ratio' => 1.1],
        ];
        $told = CorporateActionProposals::of($held, [], [], null, 20210101, $given);
        $this->assertSame(
            [['spin_off', 20200501, 10.0, 1.0, 'rights'], ['spin_off', 20200901, 10.0, 1.0, 'spin_off']],
            array_map(static fn (array $p): array => [$p['type']->value, $p['day'], $p['quantity'], $p['ratio'], $p['came']], $told),
            'not of what was not held, nor of what is to come',
        );
        $this->assertEqualsWithDelta([0.2, 0.5], array_column($told, 'share'), 1e-12);
        $kinds = static fn (LedgerEntry ...$more): array => array_column(
            CorporateActionProposals::of([...$held, ...$more], [], [], null, 20210101, $given),
            'came',
        );
        $this->assertSame(['spin_off'], $kinds($of(20200520, 'buy', ['quantity' => 2])), 'taken up');
        $this->assertSame(['spin_off'], $kinds($of(20200520, 'dividend', ['amount' => 2])), 'sold');
        $this->assertSame(['rights', 'spin_off'], $kinds($of(20200720, 'buy', ['quantity' => 2])), 'too late to be it');
        $entered = static fn (int $day): LedgerEntry => $of($day, 'spin_off', ['cost_share' => 0.5, 'ratio' => 1, 'new_security' => 'x']);
        $this->assertSame(['rights'], $kinds($entered(20200903)));
        $this->assertSame([], $kinds($entered(20200501), $entered(20200903)));
        $split = CorporateActionProposals::of($held, [], [[20200401, 3.0]], null, 20210101, array_slice($given, 1, 1));
        $this->assertSame([10.0, 30.0], array_column($split, 'quantity'), 'one for each share after a split that is not entered either');
    }

    public function test_what_is_looked_through_to_tells_how_much_of_it_is_known(): void
    {
        $told = LookThrough::of(
            [
                ['weight' => 0.5, 'values' => ['growth' => 0.1]],
                ['weight' => 0.3, 'values' => ['growth' => 0.2]],
                ['weight' => 0.2, 'values' => []],
            ],
            ['growth', 'debt'],
        );
        $this->assertEqualsWithDelta(0.11 / 0.8, $told['growth']['value'], 1e-12);
        $this->assertEqualsWithDelta(0.8, $told['growth']['covered'], 1e-12);
        $this->assertSame(['value' => null, 'covered' => 0.0], $told['debt']);
    }

    public function test_transferred_securities_go_with_their_cost_and_realise_nothing(): void
    {
        $entries = [
            LedgerEntry::of(20200101, EntryType::Buy, ['security' => 'A', 'quantity' => 10, 'price' => '3', 'currency' => 'USD']),
            LedgerEntry::of(20200102, EntryType::Buy, ['security' => 'A', 'quantity' => 10, 'price' => '5', 'currency' => 'USD']),
            LedgerEntry::of(20200103, EntryType::TransferOut, ['security' => 'A', 'quantity' => 15, 'currency' => 'USD']),
        ];
        foreach ([[CostMethod::FirstIn, '25'], [CostMethod::Average, '20']] as [$method, $left]) {
            $accounts = CurrencyLedgers::of($entries, $method);
            $this->assertTrue($accounts->holdings()['A']['lots']->cost()->isEqualTo($left));
            $this->assertSame([], $accounts->sales());
            $this->assertSame(-80.0, $accounts->cash()[0]['amount']->toFloat());
        }
    }
}
