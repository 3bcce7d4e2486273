<?php

declare(strict_types=1);

namespace Logion\Portfolio;

use Brick\Math\BigDecimal;
use Logion\Portfolio\Ledger\CurrencyLedgers;
use Logion\Portfolio\Ledger\EntryType;
use Logion\Portfolio\Ledger\LedgerEntry;
use Logion\Portfolio\Ledger\Lot;

/**
 * Where a portfolio stands after its transactions: what is held, what was realised and received of what, and the money that is there, each
 * in its own currency.
 */
final readonly class Holdings
{
    /**
     * @param  array<string, array{currency: string, quantity: BigDecimal, cost: BigDecimal, lots: list<array{int, float, float}>}>  $held
     *     by security; of each lot the day it was acquired, quantity and cost
     * @param  array<string, array{currency: string, gain: BigDecimal}>  $realised  by security
     * @param  array<string, array{currency: string, net: BigDecimal}>  $income  by security; dividends after tax
     * @param  list<array{currency: string, cash: BigDecimal, contributed: BigDecimal, dividends: BigDecimal, interest: BigDecimal,
     *     taxes: BigDecimal, fees: BigDecimal}>  $money
     */
    private function __construct(public array $held, public array $realised, public array $income, public array $money)
    {
    }

    /** @param  array<int, LedgerEntry>  $entries  of the accounts */
    public static function of(CurrencyLedgers $accounts, array $entries): self
    {
        $held = $realised = $income = $money = [];
        foreach ($accounts->holdings() as $security => ['currency' => $currency, 'lots' => $lots]) {
            $held[$security] = [
                'currency' => $currency,
                'quantity' => $lots->quantity(),
                'cost' => $lots->cost(),
                'lots' => array_map(
                    static fn (Lot $lot): array => [$lot->acquired, $lot->quantity->toFloat(), $lot->cost->toFloat()],
                    $lots->lots,
                ),
            ];
        }
        foreach ($accounts->sales() as ['currency' => $currency, 'sale' => $sale]) {
            $before = $realised[$sale->security]['gain'] ?? BigDecimal::zero();
            $realised[$sale->security] = ['currency' => $currency, 'gain' => $before->plus($sale->gain())];
        }
        foreach ($entries as $entry) {
            if ($entry->security !== '' && in_array($entry->type, [EntryType::Dividend, EntryType::Tax], true)) {
                $amount = $entry->amount ?? BigDecimal::zero();
                $net = $entry->type === EntryType::Tax ? $amount->negated() : $amount->minus($entry->tax ?? 0);
                $before = $income[$entry->security]['net'] ?? BigDecimal::zero();
                $income[$entry->security] = ['currency' => $entry->currency, 'net' => $before->plus($net)];
            }
        }
        foreach ($accounts->ledgers as $currency => $ledger) {
            $money[] = [
                'currency' => $currency,
                'cash' => $ledger->cash,
                'contributed' => $ledger->contributed,
                'dividends' => $ledger->dividends,
                'interest' => $ledger->interest,
                'taxes' => $ledger->taxes,
                'fees' => $ledger->fees,
            ];
        }

        return new self($held, $realised, $income, $money);
    }
}
