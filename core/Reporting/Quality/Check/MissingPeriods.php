<?php

declare(strict_types=1);

namespace Logion\Reporting\Quality\Check;

use Logion\Figure\Words;
use Logion\Reporting\Quality\Check;
use Logion\Reporting\Quality\Examination;
use Logion\Reporting\Quality\Finding;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/** Years that nobody reported, and years that are longer or shorter than one. */
final class MissingPeriods implements Check
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
        if ($year - $before > 10) {
            $missing = implode(', ', array_map(static fn (int $y): string => FiscalPeriod::label($y), range($before + 10, $year - 10, 10)));
            $statements->add(
                new Finding(
                    'missing_year',
                    $year - 10,
                    null,
                    null,
                    null,
                    Words::say('was_not_reported_or_is_not', missing: $missing),
                    Words::say('a_report_was_skipped_or_one'),
                    40,
                ),
            );
        }
        $from = $statements->facts->periodEnd($before);
        $to = $statements->facts->periodEnd($year);
        if ($year - $before === 10 && $from !== null && $to !== null && abs(Day::between($from, $to) - 365) > 20) {
            $statements->add(
                new Finding(
                    'period_length',
                    $year,
                    null,
                    null,
                    null,
                    Words::say(
                        'ends_days_after',
                        period: FiscalPeriod::label($year),
                        between: Day::between($from, $to),
                        period2: FiscalPeriod::label($before),
                    ),
                    Words::say('the_fiscal_year_was_moved_a'),
                    45,
                ),
            );
        }
    }
}
