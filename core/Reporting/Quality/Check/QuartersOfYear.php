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

/** Four quarters add up to their year. */
final class QuartersOfYear implements Check
{
    private const SUMMED_QUARTERS = [
        'revenue',
        'operating_income',
        'net_income',
        'operating_cash_flow',
        'capital_expenditure',
        'dividends_paid',
    ];

    public function examine(Examination $statements): void
    {
        foreach ($statements->facts->periods() as $year) {
            self::of($statements, $year, $statements->roundingUnit($year));
        }
    }

    private static function of(Examination $statements, int $year, float $unit): void
    {
        foreach (self::SUMMED_QUARTERS as $line) {
            $stated = $statements->facts->value($line, $year);
            $sum = 0.0;
            for ($q = 1; $q <= 4; $q++) {
                $value = $statements->facts->value($line, $year + $q);
                if ($value === null) {
                    continue 2;
                }
                $sum += $value;
            }
            // A restated year is not held against quarters of the first version.
            $same = $statements->facts->fact($line, $year)?->filedOn === $statements->facts->fact($line, $year + 4)?->filedOn;
            if (
                $stated === null ||
                ! $same ||
                ! Rounding::differs($stated, $sum, Rounding::allowance($stated, $unit)) ||
                $statements->isExplained($year, [$line])
            ) {
                continue;
            }
            $statements->add(
                new Finding(
                    'quarters_sum_to_year',
                    $year,
                    $line,
                    $stated,
                    $sum,
                    Words::say(
                        'of_is_its_four_quarters_add',
                        label: Examination::label($line),
                        period: FiscalPeriod::label($year),
                        amount: Examination::amount($stated),
                        amount2: Examination::amount($sum),
                    ),
                    Words::say('one_quarter_is_wrong_a_figure'),
                    55,
                    [
                        new Remedy('replace', Words::say('use_the_sum_of_the_quarters'), [
                            ['line' => $line, 'period' => $year, 'value' => $sum],
                        ]),
                    ],
                ),
            );
        }
    }
}
