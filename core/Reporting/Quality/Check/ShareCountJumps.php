<?php

declare(strict_types=1);

namespace Logion\Reporting\Quality\Check;

use Logion\Figure\Words;
use Logion\Reporting\Quality\Check;
use Logion\Reporting\Quality\Examination;
use Logion\Reporting\Quality\Finding;
use Logion\Time\FiscalPeriod;

/** Counts that leave their level from one quarter to the next by a split's ratio, and equity does not go with them. */
final class ShareCountJumps implements Check
{
    public function examine(Examination $statements): void
    {
        $line = 'shares_outstanding_period_end';
        $counts = [];
        foreach ($statements->facts->periods(quarters: true) as $quarter) {
            $counts[$quarter] = $statements->stated($line, $quarter);
        }
        foreach ($counts === [] ? [] : $statements->facts->periods() as $year) {
            $counts[$year + 4] ??= $statements->stated($line, $year);
        }
        $counts = array_filter($counts, static fn (?float $count): bool => $count !== null && $count > 0);
        ksort($counts);
        $before = null;
        $periods = array_keys($counts);
        foreach ($periods as $i => $period) {
            $ratio = $before === null ? 1.0 : $counts[$period] / $counts[$before];
            $times = max($ratio, 1 / $ratio);
            $equity = $statements->facts->instant('total_equity', $period);
            $equityWas = $before === null ? null : $statements->facts->instant('total_equity', $before);
            $grew = $equity !== null && $equityWas !== null && $equityWas > 0 && $equity / $equityWas > 1 + 0.4 * ($times - 1);
            $isKnown = $before !== null && $statements->isExplained(FiscalPeriod::year(FiscalPeriod::fiscalYear($period)), [$line]);
            if ($before === null || $isKnown || round($times) < 2 || abs($times / round($times) - 1) > 0.08 || $grew) {
                $before = $period;

                continue;
            }
            $at = $statements->facts->isReported($line, $period) ? $period : $period - 4;
            $statements->add(
                new Finding(
                    'share_count_jump',
                    $at,
                    $line,
                    $counts[$period],
                    $counts[$before],
                    Words::say(
                        'the_share_count_goes_from_in',
                        amount: Examination::amount($counts[$before]),
                        period: FiscalPeriod::label($before),
                        amount2: Examination::amount($counts[$period]),
                        period2: FiscalPeriod::label($at),
                    ),
                    Words::say('that_report_counts_in_shares_of'),
                    70,
                    [
                        $statements->remedy(
                            'rescale',
                            Words::say('put_the_count_on_the_share'),
                            [$line => 1 / ($ratio >= 1 ? round($times) : 1 / round($times))],
                            $at,
                        ),
                    ],
                ),
            );
            // A level that holds is the new one; one that does not was a report on its own.
            $next = $counts[$periods[$i + 1] ?? 0] ?? null;
            if ($next !== null && max($next / $counts[$period], $counts[$period] / $next) < 1.4) {
                $before = $period;
            }
        }
    }
}
