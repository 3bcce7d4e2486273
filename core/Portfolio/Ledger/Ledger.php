<?php

declare(strict_types=1);

namespace Logion\Portfolio\Ledger;

use Brick\Math\BigDecimal;

/**
 * Transactions of a portfolio in one currency, taken one after the other: what is held and what it cost, what was realised, what came in
 * and what is left in cash. Those of a day are taken in the order given, splits and spin-offs first: they are
 * in force before anybody trades.
 */
final class Ledger
{
    /** @var array<string, HeldLots> by security, those that are held no more too */
    public array $holdings = [];

    /** @var list<Sale> in the order of processing */
    public array $sales = [];

    public BigDecimal $cash;

    /** Paid in less taken out. */
    public BigDecimal $contributed;

    public BigDecimal $dividends;

    public BigDecimal $interest;

    public BigDecimal $taxes;

    /** Apart from those of trades, which belong to cost or proceeds. */
    public BigDecimal $fees;

    /** @var list<LedgerStep> what each transaction left behind, in the order of processing */
    public array $steps = [];

    private function __construct(private readonly CostMethod $method)
    {
        $this->cash = $this->contributed = $this->dividends = $this->interest = $this->taxes = $this->fees = BigDecimal::zero();
    }

    /**
     * @param  array<int, LedgerEntry>  $transactions  by row
     *
     * @throws Oversold if more is sold than is held; tells the first such row in the order of processing
     */
    public static function of(array $transactions, CostMethod $method = CostMethod::FirstIn): self
    {
        $ledger = new self($method);
        ksort($transactions);
        // Sorting keeps the order of what is equal.
        $turns = array_map(
            static fn (LedgerEntry $of): int => 2 * $of->day + ($of->type->isBeforeTrade() ? 0 : 1),
            $transactions,
        );
        asort($turns);
        foreach (array_keys($turns) as $row) {
            $ledger->take($row, $transactions[$row]);
            $ledger->remember($row, $transactions[$row]);
        }

        return $ledger;
    }

    /** Dividends and interest less what was withheld and what it cost to keep them. */
    public function netIncome(): BigDecimal
    {
        return $this->dividends->plus($this->interest)->minus($this->taxes)->minus($this->fees);
    }

    private function take(int $row, LedgerEntry $of): void
    {
        $none = BigDecimal::zero();
        [$amount, $fee, $tax] = [$of->amount ?? $none, $of->fee ?? $none, $of->tax ?? $none];
        $quantity = $of->quantity ?? $none;
        match ($of->type) {
            EntryType::Buy => $this->buy($row, $of, $quantity, $of->worth()->plus($fee)->plus($tax)),
            EntryType::Sell => $this->sell($row, $of, $quantity, $of->worth()->minus($fee)->minus($tax)),
            EntryType::Dividend => $this->receive('dividends', $amount, $tax),
            EntryType::Interest => $this->receive('interest', $amount, $tax),
            EntryType::Tax => $this->receive('dividends', $none, $amount),
            EntryType::Fee => $this->pay($amount),
            EntryType::Deposit => $this->contribute($amount),
            EntryType::Withdrawal => $this->contribute($amount->negated()),
            EntryType::TransferIn => $this->holding($of->security)->add(
                new Lot($of->acquired ?? $of->day, $row, $quantity, $of->cost ?? $none),
            ),
            EntryType::TransferOut => $this->held($row, $of, $quantity)->take($quantity, $of->lots),
            EntryType::CurrencyExchange => $this->cash = $this->cash->minus($amount),
            EntryType::Split => $this->split($row, $of),
            EntryType::SpinOff => $this->spinOff($row, $of),
        };
    }

    private function buy(int $row, LedgerEntry $of, BigDecimal $quantity, BigDecimal $cost): void
    {
        $this->holding($of->security)->add(new Lot($of->day, $row, $quantity, $cost));
        $this->cash = $this->cash->minus($cost);
    }

    private function sell(int $row, LedgerEntry $of, BigDecimal $quantity, BigDecimal $proceeds): void
    {
        $cost = $this->held($row, $of, $quantity)->take($quantity, $of->lots);
        $this->sales[] = new Sale($row, $of->day, $of->security, $quantity, $proceeds, $cost);
        $this->cash = $this->cash->plus($proceeds);
    }

    /** @param  'dividends'|'interest'  $kind */
    private function receive(string $kind, BigDecimal $gross, BigDecimal $tax): void
    {
        $this->{$kind} = $this->{$kind}->plus($gross);
        $this->taxes = $this->taxes->plus($tax);
        $this->cash = $this->cash->plus($gross)->minus($tax);
    }

    private function pay(BigDecimal $fee): void
    {
        $this->fees = $this->fees->plus($fee);
        $this->cash = $this->cash->minus($fee);
    }

    private function contribute(BigDecimal $amount): void
    {
        $this->contributed = $this->contributed->plus($amount);
        $this->cash = $this->cash->plus($amount);
    }

    private function split(int $row, LedgerEntry $of): void
    {
        $this->holding($of->security)->split($of->ratio ?? BigDecimal::one());
        $this->payFraction($row, $of, $of->security);
    }

    private function spinOff(int $row, LedgerEntry $of): void
    {
        $this->holding($of->security)->spinOff(
            $this->holding($of->newSecurity),
            $of->ratio ?? BigDecimal::zero(),
            $of->costShare ?? BigDecimal::zero(),
        );
        $this->payFraction($row, $of, $of->newSecurity);
    }

    /** What is no whole share is sold where a price was paid for it. */
    private function payFraction(int $row, LedgerEntry $of, string $security): void
    {
        $holding = $this->holding($security);
        $fraction = $holding->fraction();
        if ($of->price === null || $fraction->isZero()) {
            return;
        }
        $proceeds = $fraction->multipliedBy($of->price)->multipliedBy($of->multiplier ?? 1);
        $this->sales[] = new Sale($row, $of->day, $security, $fraction, $proceeds, $holding->take($fraction));
        $this->cash = $this->cash->plus($proceeds);
    }

    /** @throws Oversold */
    private function held(int $row, LedgerEntry $of, BigDecimal $quantity): HeldLots
    {
        $holding = $this->holding($of->security);
        if (! $holding->has($quantity)) {
            throw new Oversold($row, $of->security, (string) $quantity, (string) $holding->quantity());
        }

        return $holding;
    }

    private function remember(int $row, LedgerEntry $of): void
    {
        $held = [];
        foreach (array_unique([$of->security, $of->newSecurity]) as $security) {
            if (isset($this->holdings[$security])) {
                $held[$security] = $this->holdings[$security]->quantity()->toFloat();
            }
        }
        $this->steps[] = new LedgerStep($row, $of->day, $held, $this->cash->toFloat(), $this->contributed->toFloat());
    }

    private function holding(string $security): HeldLots
    {
        return $this->holdings[$security] ??= new HeldLots($this->method);
    }
}
