<?php

declare(strict_types=1);

namespace Logion\Reporting\Quality\Check;

use Logion\Figure\Words;
use Logion\Reporting\Quality\Check;
use Logion\Reporting\Quality\Examination;
use Logion\Reporting\Quality\Finding;
use Logion\Reporting\Quality\Remedy;
use Logion\Time\FiscalPeriod;

/** Counts that jump by a split's ratio between two years while equity does not move with them. */
final class UnadjustedSplits implements Check
{
    public function examine(Examination $statements): void
    {
        $years = $statements->facts->periods();
        foreach ($years as $i => $year) {
            $before = $years[$i - 1] ?? null;
            if ($before === null || $year - $before !== 10) {
                continue;
            }
            $count = $statements->stated('basic_shares_average', $year) ?? $statements->stated('shares_outstanding_period_end', $year);
            $was = $statements->stated('basic_shares_average', $before) ?? $statements->stated('shares_outstanding_period_end', $before);
            if (
                $count === null ||
                $was === null ||
                $was <= 0 ||
                $count <= 0 ||
                $statements->isExplained($year, ['basic_shares_average', 'shares_outstanding_period_end']) ||
                $statements->isExplained($before, ['basic_shares_average', 'shares_outstanding_period_end'])
            ) {
                continue;
            }
            $ratio = $count / $was;
            $times = round($ratio >= 1 ? $ratio : 1 / $ratio);
            $split = $ratio >= 1 ? $times : 1 / $times;
            $equity = $statements->facts->value('total_equity', $year);
            $equityWas = $statements->facts->value('total_equity', $before);
            // Shares issued for money come with equity; a split brings none.
            if (
                $times < 2 ||
                abs($ratio / $split - 1) > 0.08 ||
                $equity === null ||
                $equityWas === null ||
                $equityWas <= 0 ||
                $equity / $equityWas > 1 + 0.4 * ($times - 1)
            ) {
                continue;
            }
            $lines = [
                'basic_shares_average' => $split,
                'diluted_shares_average' => $split,
                'shares_outstanding_period_end' => $split,
                'earnings_per_share_basic' => 1 / $split,
                'earnings_per_share_diluted' => 1 / $split,
                'dividends_per_share' => 1 / $split,
            ];
            $earlier = [];
            foreach (array_slice($years, 0, $i) as $past) {
                array_push(
                    $earlier,
                    ...$statements->remedy(
                        'rescale',
                        '',
                        array_filter($lines, fn (string $line): bool => $statements->stated($line, $past) !== null, ARRAY_FILTER_USE_KEY),
                        $past,
                    )->figures,
                );
            }
            $statements->explain($year, ['shares_outstanding_period_end']);
            $statements->add(
                new Finding(
                    'split',
                    $year,
                    'basic_shares_average',
                    $count,
                    $was * $split,
                    Words::say(
                        'the_share_count_goes_from_to',
                        amount: Examination::amount($was),
                        amount2: Examination::amount($count),
                        period: FiscalPeriod::label($year),
                    ),
                    Words::say(
                        'that_the_earlier_years_were_not',
                        split: $split > 1
                            ? Words::say('a_split_of_for', times: $times)
                            : Words::say('a_reverse_split_of_for', times: $times),
                    ),
                    75,
                    [new Remedy('rescale', Words::say('put_the_earlier_years_on_the'), $earlier)],
                ),
            );
        }
    }
}
