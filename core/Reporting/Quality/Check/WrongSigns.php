<?php

declare(strict_types=1);

namespace Logion\Reporting\Quality\Check;

use Logion\Figure\Words;
use Logion\Reporting\LineItems;
use Logion\Reporting\Quality\Check;
use Logion\Reporting\Quality\Examination;
use Logion\Reporting\Quality\Finding;
use Logion\Time\FiscalPeriod;

/** A figure is positive in the sense of its name; costs and outflows entered with a minus are not. */
final class WrongSigns implements Check
{
    public function examine(Examination $statements): void
    {
        foreach ($statements->facts->periods() as $year) {
            foreach (LineItems::NEVER_NEGATIVE as $line) {
                $stated = $statements->stated($line, $year);
                if ($stated === null || $stated >= 0 || $statements->isExplained($year, [$line])) {
                    continue;
                }
                $statements->explain($year, [$line]);
                $statements->add(
                    new Finding(
                        'sign',
                        $year,
                        $line,
                        $stated,
                        -$stated,
                        Words::say(
                            'of_is_negative',
                            label: Examination::label($line),
                            period: FiscalPeriod::label($year),
                            amount: Examination::amount($stated),
                        ),
                        Words::say('costs_or_outflows_were_entered_with'),
                        80,
                        [$statements->remedy('flip', Words::say('turn_the_sign'), [$line => -1.0], $year)],
                    ),
                );
            }
        }
    }
}
