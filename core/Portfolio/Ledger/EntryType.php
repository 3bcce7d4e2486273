<?php

declare(strict_types=1);

namespace Logion\Portfolio\Ledger;

/** What happens in a portfolio. */
enum EntryType: string
{
    case Buy = 'buy';

    case Sell = 'sell';

    case Dividend = 'dividend';

    case Interest = 'interest';

    case Tax = 'tax';

    case Fee = 'fee';

    case Deposit = 'deposit';

    case Withdrawal = 'withdrawal';

    /** Securities that come with what they cost. */
    case TransferIn = 'transfer_in';

    /** Securities that go with what they cost; nothing is realised. */
    case TransferOut = 'transfer_out';

    /** Money of a currency for money of another. */
    case CurrencyExchange = 'currency_exchange';

    case Split = 'split';

    case SpinOff = 'spin_off';

    /** Whether it is in force before anybody trades on its day, whenever it was entered. */
    public function isBeforeTrade(): bool
    {
        return $this === self::Split || $this === self::SpinOff;
    }

    /** Whether it is of a security; a dividend may be of none that is known. */
    public function isOfSecurity(): bool
    {
        return in_array(
            $this,
            [self::Buy, self::Sell, self::TransferIn, self::TransferOut, self::Split, self::SpinOff, self::Dividend],
            true,
        );
    }

    /**
     * What has to be told of it besides the day.
     *
     * @return list<'quantity'|'price'|'amount'|'ratio'|'to_amount'|'to_currency'|'new_security'>
     */
    public function needs(): array
    {
        return match ($this) {
            self::Buy, self::Sell => ['quantity', 'price'],
            self::TransferIn, self::TransferOut => ['quantity'],
            self::Split => ['ratio'],
            self::SpinOff => ['ratio', 'new_security'],
            self::CurrencyExchange => ['amount', 'to_amount', 'to_currency'],
            default => ['amount'],
        };
    }
}
