<?php

declare(strict_types=1);

namespace Logion\Reporting\Quality\Check;

use Logion\Figure\Words;
use Logion\Reporting\Quality\Check;
use Logion\Reporting\Quality\Examination;
use Logion\Reporting\Quality\Finding;
use Logion\Reporting\Quality\Remedy;
use Logion\Reporting\Rounding;
use Logion\Time\FiscalPeriod;

/** Cash moves by what the cash-flow statement says. */
final class CashRollForward implements Check
{
    public function examine(Examination $statements): void
    {
        $before = null;
        foreach ($statements->facts->periods() as $year) {
            if ($before !== null) {
                self::between($statements, $before, $year);
            }
            $before = $year;
        }
    }

    private static function between(Examination $statements, int $before, int $year): void
    {
        $previous = $statements->facts->value('cash_and_equivalents', $before);
        $cash = $statements->facts->value('cash_and_equivalents', $year);
        $change = $statements->facts->value('net_change_in_cash', $year);
        if (
            $year - $before !== 10 ||
            $previous === null ||
            $cash === null ||
            $change === null ||
            ! Rounding::differs($cash - $previous, $change, Rounding::allowance($cash, $statements->roundingUnit($year))) ||
            $statements->isExplained($year, ['cash_and_equivalents', 'net_change_in_cash']) ||
            $statements->isExplained($before, ['cash_and_equivalents'])
        ) {
            return;
        }
        $statements->add(
            new Finding(
                'cash_roll_forward',
                $year,
                'net_change_in_cash',
                $cash - $previous,
                $change,
                Words::say(
                    'cash_moved_by_in_the_cash',
                    amount: Examination::amount($cash - $previous),
                    period: FiscalPeriod::label($year),
                    amount2: Examination::amount($change),
                ),
                Words::say('a_cash_flow_line_was_dropped'),
                60,
                [
                    new Remedy('replace', Words::say('use_the_change_of_the_balance'), [
                        ['line' => 'net_change_in_cash', 'period' => $year, 'value' => $cash - $previous],
                    ]),
                ],
            ),
        );
    }
}
