<?php

declare(strict_types=1);

namespace Logion\Reporting\Quality\Check;

use Logion\Figure\Numerals;
use Logion\Figure\Words;
use Logion\Reporting\Quality\Check;
use Logion\Reporting\Quality\Examination;
use Logion\Reporting\Quality\Finding;
use Logion\Reporting\Quality\Remedy;
use Logion\Reporting\Rounding;
use Logion\Time\FiscalPeriod;

/** Earnings per share are net income over the average shares. */
final class EarningsPerShare implements Check
{
    public function examine(Examination $statements): void
    {
        foreach ($statements->facts->periods() as $year) {
            self::of($statements, $year);
        }
    }

    private static function of(Examination $statements, int $year): void
    {
        foreach (['basic', 'diluted'] as $kind) {
            $stated = $statements->stated("earnings_per_share_{$kind}", $year);
            $shares = $statements->facts->value("{$kind}_shares_average", $year);
            $income = $statements->facts->value('net_income_common', $year);
            if (
                $stated === null ||
                $shares === null ||
                $shares <= 0 ||
                $income === null ||
                $statements->isExplained($year, ["earnings_per_share_{$kind}", "{$kind}_shares_average", 'net_income_common'])
            ) {
                continue;
            }
            $computed = $income / $shares;
            // Reported to the hundredth, and on the share basis of today.
            if (! Rounding::differs($stated, $computed, max(0.02 * abs($computed), 0.006))) {
                continue;
            }
            $ratio = $computed != 0.0 ? $stated / $computed : 0.0;
            $statements->add(
                new Finding(
                    'earnings_per_share',
                    $year,
                    "earnings_per_share_{$kind}",
                    $stated,
                    $computed,
                    Words::say(
                        'of_is_net_income_over_the',
                        label: Examination::label("earnings_per_share_{$kind}"),
                        period: FiscalPeriod::label($year),
                        decimal: Numerals::decimal($stated, 2),
                        decimal2: Numerals::decimal($computed, 2),
                    ),
                    $ratio >= 1.8 || ($ratio > 0 && $ratio <= 0.56)
                        ? Words::say('the_two_are_on_different_share')
                        : Words::say('income_of_another_period_or_share'),
                    50,
                    [
                        new Remedy('replace', Words::say('use_net_income_over_shares'), [
                            [
                                'line' => "earnings_per_share_{$kind}",
                                'period' => $year,
                                'value' => $statements->filed("earnings_per_share_{$kind}", $year, $computed),
                            ],
                        ]),
                    ],
                ),
            );
        }
    }
}
