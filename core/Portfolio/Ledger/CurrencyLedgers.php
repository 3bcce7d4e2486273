<?php

declare(strict_types=1);

namespace Logion\Portfolio\Ledger;

use Brick\Math\BigDecimal;

/** The ledgers of a portfolio, one a currency: what is bought in a currency is held in its ledger and sold from it. */
final readonly class CurrencyLedgers
{
    /** @param  array<string, Ledger>  $ledgers  by currency */
    private function __construct(public array $ledgers)
    {
    }

    /**
     * @param  array<int, LedgerEntry>  $entries  by row, each in its currency
     *
     * @throws Oversold
     */
    public static function of(array $entries, CostMethod $method = CostMethod::FirstIn): self
    {
        $own = [];
        foreach ($entries as $row => $entry) {
            $own[$entry->currency][$row] = $entry;
            if ($entry->type === EntryType::CurrencyExchange) {
                $own[$entry->toCurrency][$row] = new LedgerEntry(
                    $entry->day,
                    EntryType::CurrencyExchange,
                    amount: ($entry->toAmount ?? BigDecimal::zero())->negated(),
                    currency: $entry->toCurrency,
                );
            }
        }
        ksort($own);

        return new self(array_map(static fn (array $of): Ledger => Ledger::of($of, $method), $own));
    }

    /** @return array<string, array{currency: string, lots: HeldLots}> by security, those of which something is held */
    public function holdings(): array
    {
        $holdings = [];
        foreach ($this->ledgers as $currency => $ledger) {
            foreach ($ledger->holdings as $security => $lots) {
                if ($lots->lots !== []) {
                    $holdings[$security] = ['currency' => $currency, 'lots' => $lots];
                }
            }
        }

        return $holdings;
    }

    /** @return list<array{currency: string, sale: Sale}> in the order of days */
    public function sales(): array
    {
        $sales = [];
        foreach ($this->ledgers as $currency => $ledger) {
            foreach ($ledger->sales as $sale) {
                $sales[] = ['currency' => $currency, 'sale' => $sale];
            }
        }
        usort($sales, static fn (array $a, array $b): int => [$a['sale']->day, $a['sale']->row] <=> [$b['sale']->day, $b['sale']->row]);

        return $sales;
    }

    /** @return list<array{currency: string, amount: BigDecimal}> */
    public function cash(): array
    {
        return array_map(
            static fn (string $currency, Ledger $ledger): array => ['currency' => $currency, 'amount' => $ledger->cash],
            array_keys($this->ledgers),
            array_values($this->ledgers),
        );
    }
}
