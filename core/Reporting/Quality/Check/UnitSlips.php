<?php

declare(strict_types=1);

namespace Logion\Reporting\Quality\Check;

use Logion\Figure\Numerals;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Reporting\LineItems;
use Logion\Reporting\Quality\Check;
use Logion\Reporting\Quality\Examination;
use Logion\Reporting\Quality\Finding;
use Logion\Reporting\Quality\ScaleSlips;
use Logion\Time\FiscalPeriod;

/** A line, or a whole statement of a year, about a thousand or a million times off its other years. */
final class UnitSlips implements Check
{
    /** Lines that may be tiny in one year and large in the next. */
    private const LUMPY = [
        'treasury_stock',
        'dividends_paid',
        'shares_repurchased',
        'debt_repaid',
        'goodwill',
        'intangible_assets',
        'short_term_debt',
    ];

    /** A line is steady if its other years are within this factor of each other. */
    private const STEADY = 10.0;

    public function examine(Examination $statements): void
    {
        $years = $statements->facts->periods();
        $series = [];
        foreach (LineItems::all() as $key => $item) {
            if ($item->statement === 'segment' || $item->unit === Unit::MoneyPerShare || ! $item->fits($statements->facts->template)) {
                continue;
            }
            $series[$item->unit === Unit::Money ? $item->statement : 'shares'][$key] = array_map(
                fn (int $year): ?float => $statements->stated($key, $year),
                $years,
            );
        }
        $slips = ScaleSlips::find($series, 250.0);
        foreach ($slips['columns'] as $slip) {
            $year = $years[$slip['position']];
            $factor = $slip['direction'] === 'up' ? 1 / 1000 : 1000.0;
            $lines = array_filter(
                array_keys($series[$slip['statement']]),
                fn (string $line): bool => $statements->stated($line, $year) !== null,
            );
            $words = match ($slip['statement']) {
                'income' => Words::say('income_statement'),
                'balance' => Words::say('balance_sheet'),
                'cash_flow' => Words::say('cash_flow_statement'),
                default => Words::say('share_counts'),
            };
            $statements->explain($year, array_values($lines));
            $statements->add(
                new Finding(
                    'unit_slip',
                    $year,
                    null,
                    null,
                    null,
                    Words::say(
                        'the_of_is_about_a_thousand',
                        words: $words,
                        period: FiscalPeriod::label($year),
                        direction: $slip['direction'] === 'up' ? Words::say('larger') : Words::say('smaller'),
                        lines_off: $slip['lines_off'],
                        lines_tested: $slip['lines_tested'],
                    ),
                    Words::say('units_slipped_thousands_were_taken_for'),
                    92,
                    [$statements->remedy('rescale', self::remedy($factor), array_fill_keys($lines, $factor), $year)],
                ),
            );
        }
        foreach ($slips['lines'] as $slip) {
            $year = $years[$slip['position']];
            if (! in_array($slip['line'], LineItems::NEVER_NEGATIVE, true) || in_array($slip['line'], self::LUMPY, true)) {
                continue;
            }
            $others = array_map(
                abs(...),
                array_filter(
                    $series[$slip['statement']][$slip['line']],
                    static fn (?float $value, int $at): bool => $value !== null && $value != 0.0 && $at !== $slip['position'],
                    ARRAY_FILTER_USE_BOTH,
                ),
            );
            $factor = 10 ** (3 * round(log10($slip['ratio']) / 3));
            if (
                $factor == 1.0 ||
                $others === [] ||
                max($others) / min($others) > self::STEADY ||
                abs(log10($slip['ratio'] / $factor)) > 0.7
            ) {
                continue;
            }
            $statements->explain($year, [$slip['line']]);
            $stated = $statements->stated($slip['line'], $year);
            $statements->add(
                new Finding(
                    'unit_slip',
                    $year,
                    $slip['line'],
                    $stated,
                    $stated / $factor,
                    Words::say(
                        'of_is_about_times_than_in',
                        label: Examination::label($slip['line']),
                        period: FiscalPeriod::label($year),
                        amount: Examination::amount((float) $stated),
                        times: Numerals::times($factor),
                    ),
                    Words::say('units_slipped_in_this_line_thousands'),
                    90,
                    [$statements->remedy('rescale', self::remedy(1 / $factor), [$slip['line'] => 1 / $factor], $year)],
                ),
            );
        }
    }

    private static function remedy(float $factor): string
    {
        return $factor > 1
            ? Words::say('multiply_by', factor: Examination::amount($factor))
            : Words::say('divide_by', factor: Examination::amount(1 / $factor));
    }
}
