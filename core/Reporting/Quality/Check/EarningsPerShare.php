<?php

declare(strict_types=1);

namespace Logion\Reporting\Quality\Check;

use Logion\Figure\Numerals;
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
                    Examination::label("earnings_per_share_{$kind}").
                        ' of '.
                        FiscalPeriod::label($year).
                        ' is '.
                        Numerals::decimal($stated, 2).
                        '; net income over the average shares gives '.
                        Numerals::decimal($computed, 2).
                        '.',
                    $ratio >= 1.8 || ($ratio > 0 && $ratio <= 0.56)
                        ? 'The two are on different share bases, or one of them is in another unit.'
                        : 'Income of another period or share class, or one of the three figures is misread.',
                    50,
                    [
                        new Remedy('replace', 'Use net income over shares', [
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
