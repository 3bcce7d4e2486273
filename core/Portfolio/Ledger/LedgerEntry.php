<?php

declare(strict_types=1);

namespace Logion\Portfolio\Ledger;

use Brick\Math\BigDecimal;

/** A transaction of a portfolio. Amounts are positive in the sense of their name; one that is not given is nothing. */
final readonly class LedgerEntry
{
    /**
     * @param  int  $day  YYYYMMDD
     * @param  int|null  $acquired  of what is transferred in; the day itself by default
     * @param  list<int>  $lots  rows of the lots a sale takes first
     * @param  string  $currency  of its amounts and its price
     * @param  BigDecimal|null  $toAmount  what came of a currency exchange, in the currency told with it
     * @param  BigDecimal|null  $multiplier  money for a unit at a price of one, as of options or of bonds quoted in per cent; one if null
     */
    public function __construct(
        public int $day,
        public EntryType $type,
        public string $security = '',
        public ?BigDecimal $quantity = null,
        public ?BigDecimal $price = null,
        public ?BigDecimal $amount = null,
        public ?BigDecimal $fee = null,
        public ?BigDecimal $tax = null,
        public ?BigDecimal $cost = null,
        public ?BigDecimal $ratio = null,
        public ?BigDecimal $costShare = null,
        public string $newSecurity = '',
        public ?int $acquired = null,
        public array $lots = [],
        public string $currency = '',
        public ?BigDecimal $toAmount = null,
        public string $toCurrency = '',
        public ?BigDecimal $multiplier = null,
    ) {
    }

    /**
     * @param  array<string, mixed>  $told  figures by name, as numbers or decimal texts; days as YYYYMMDD
     *
     * @throws \Brick\Math\Exception\MathException if a figure is no number
     */
    public static function of(int $day, EntryType $type, array $told): self
    {
        $figure = static fn (string $name): ?BigDecimal => isset($told[$name]) ? BigDecimal::of((string) $told[$name]) : null;

        return new self(
            $day,
            $type,
            (string) ($told['security'] ?? ''),
            $figure('quantity'),
            $figure('price'),
            $figure('amount'),
            $figure('fee'),
            $figure('tax'),
            $figure('cost'),
            $figure('ratio'),
            $figure('cost_share'),
            (string) ($told['new_security'] ?? ''),
            isset($told['acquired']) ? (int) $told['acquired'] : null,
            array_values(array_map(intval(...), $told['lots'] ?? [])),
            (string) ($told['currency'] ?? ''),
            $figure('to_amount'),
            (string) ($told['to_currency'] ?? ''),
            $figure('multiplier'),
        );
    }

    /** What the quantity is worth at the price. */
    public function worth(): BigDecimal
    {
        $worth = ($this->quantity ?? BigDecimal::zero())->multipliedBy($this->price ?? BigDecimal::zero());

        return $this->multiplier === null ? $worth : $worth->multipliedBy($this->multiplier);
    }
}
