<?php

declare(strict_types=1);

namespace Logion\Portfolio\Ledger;

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

    case TransferIn = 'transfer_in';

    case Split = 'split';

    case SpinOff = 'spin_off';
}
