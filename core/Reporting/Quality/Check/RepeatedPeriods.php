<?php

declare(strict_types=1);

namespace Logion\Reporting\Quality\Check;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Reporting\LineItems;
use Logion\Reporting\Quality\Check;
use Logion\Reporting\Quality\Examination;
use Logion\Reporting\Quality\Finding;
use Logion\Reporting\Quality\Remedy;
use Logion\Time\FiscalPeriod;

/** Two years with the same figures: a column was shifted or filled twice. */
final class RepeatedPeriods implements Check
{
    public function examine(Examination $statements): void
    {
        $years = $statements->facts->periods();
        foreach ($years as $i => $year) {
            $before = $years[$i - 1] ?? null;
            if ($before === null) {
                continue;
            }
            $same = $compared = 0;
            foreach (array_intersect_key($statements->reported($year), $statements->reported($before)) as $line => $now) {
                if ($now != 0.0 && LineItems::all()[$line]->unit === Unit::Money) {
                    $compared++;
                    $same += $now === $statements->stated($line, $before) ? 1 : 0;
                }
            }
            if ($compared < 5 || $same < 0.8 * $compared) {
                continue;
            }
            $lines = array_keys(array_intersect_key(LineItems::all(), $statements->reported($year)));
            $statements->explain($year, array_keys(LineItems::all()));
            $statements->add(
                new Finding(
                    'repeated_period',
                    $year,
                    null,
                    null,
                    null,
                    Words::say(
                        'has_the_same_figures_as_in',
                        period: FiscalPeriod::label($year),
                        period2: FiscalPeriod::label($before),
                        same: $same,
                        compared: $compared,
                    ),
                    Words::say('a_column_was_shifted_or_copied'),
                    85,
                    [
                        new Remedy(
                            'strike',
                            Words::say('strike_out', period: FiscalPeriod::label($year)),
                            array_map(static fn (string $line): array => ['line' => $line, 'period' => $year, 'value' => null], $lines),
                        ),
                    ],
                ),
            );
        }
    }
}
