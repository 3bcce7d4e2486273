<?php

declare(strict_types=1);

namespace Logion\Valuation\Method\CashFlow;

/** What the forecast ends with. */
enum TerminalMethod: string
{
    /** Growth for ever, with the reinvestment it needs: next profit × (1 − g / return on new capital) / (rate − g). */
    case ReturnOnNewCapital = 'return_on_new_capital';

    /** Growth of the last cash flow for ever (Gordon and Shapiro 1956). */
    case Perpetuity = 'perpetuity';

    /** A multiple of the last year's EBITDA. */
    case ExitMultiple = 'exit_multiple';
}
