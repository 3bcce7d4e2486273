<?php

declare(strict_types=1);

namespace Logion\Reporting\Quality\Check;

use Logion\Figure\Words;
use Logion\Reporting\DerivedTotals;
use Logion\Reporting\LineItems;
use Logion\Reporting\Quality\Check;
use Logion\Reporting\Quality\Examination;
use Logion\Reporting\Quality\Finding;
use Logion\Reporting\Quality\Remedy;
use Logion\Reporting\Rounding;
use Logion\Reporting\SignedSum;
use Logion\Time\FiscalPeriod;

/** Parts add up to their total, and a balance sheet balances. */
final class SumsOfParts implements Check
{
    public function examine(Examination $statements): void
    {
        foreach ($statements->facts->periods() as $period) {
            $unit = $statements->roundingUnit($period);
            foreach (LineItems::all() as $item) {
                $stated = $statements->stated($item->key, $period);
                if ($stated === null) {
                    continue;
                }
                foreach ($item->rules[$statements->facts->template->value] ?? [] as $nth => $sum) {
                    $computed = SignedSum::of($sum, static fn (string $line): ?float => self::shown($statements, $line, $period));
                    if (
                        $computed === null ||
                        ! Rounding::differs($stated, $computed, Rounding::allowance($stated, $unit)) ||
                        $statements->isExplained($period, [$item->key, ...array_column($sum, 1)])
                    ) {
                        continue;
                    }
                    $balance = $item->key === 'total_assets' && $nth === 1;
                    $flipped = null;
                    foreach ($sum as [$sign, $part]) {
                        $amount = $statements->stated($part, $period);
                        if ($amount !== null && $amount != 0.0 && abs($stated - $computed + 2 * $sign * $amount) <= 2 * $unit) {
                            $flipped = $part;
                        }
                    }
                    $remedies =
                        $flipped === null
                            ? []
                            : [
                                $statements->remedy(
                                    'flip',
                                    Words::say('turn_the_sign_of', name: Examination::name($flipped)),
                                    [$flipped => -1.0],
                                    $period,
                                ),
                            ];
                    $dropped = $flipped === null ? self::dropped($statements, array_column($sum, 1), $period) : null;
                    if ($dropped !== null) {
                        $sign = array_column($sum, 0, 1)[$dropped];
                        $remedies[] = new Remedy('replace', Words::say('supply_as_the_rest', name: Examination::name($dropped)), [
                            [
                                'line' => $dropped,
                                'period' => $period,
                                'value' => ($stated - $computed) * $sign + ($statements->stated($dropped, $period) ?? 0.0),
                            ],
                        ]);
                    }
                    if (self::isWhole($statements, array_column($sum, 1), $period)) {
                        $remedies[] = new Remedy('replace', Words::say('use_the_sum_of_the_parts'), [
                            ['line' => $item->key, 'period' => $period, 'value' => $computed],
                        ]);
                    }
                    $statements->add(
                        new Finding(
                            $balance ? 'balance' : 'sum_of_parts',
                            $period,
                            $item->key,
                            $stated,
                            $computed,
                            $balance
                                ? Words::say(
                                    'the_balance_sheet_of_does_not',
                                    period: FiscalPeriod::label($period),
                                    stated: Examination::amount($stated),
                                    computed: Examination::amount($computed),
                                )
                                : Words::say(
                                    'of_is_stated_as',
                                    label: Examination::label($item->key),
                                    period: FiscalPeriod::label($period),
                                    stated: Examination::amount($stated),
                                    computed: Examination::amount($computed),
                                ),
                            match (true) {
                                $flipped !== null => Words::say('seems_to_have_the_wrong_sign', label: Examination::label($flipped)),
                                $dropped !== null => Words::say(
                                    'is_reported_in_other_years_and',
                                    label: Examination::label($dropped),
                                    amount: Examination::amount($stated - $computed),
                                ),
                                default => Words::say('a_part_was_dropped_misread_or', amount: Examination::amount($stated - $computed)),
                            },
                            $balance ? 95 : (int) round(45 + 40 * min(1.0, abs($stated - $computed) / max(abs($stated), $unit))),
                            $remedies,
                        ),
                    );
                }
            }
        }
    }

    /**
     * A part as the statement shows it: a total nobody reported is the sum of its parts, a line only determined by a total is not shown.
     */
    private static function shown(Examination $statements, string $line, int $period): ?float
    {
        if ($statements->facts->completion($line, $period) === DerivedTotals::DERIVED) {
            return null;
        }
        $parts = LineItems::all()[$line]->rules[$statements->facts->template->value][0] ?? null;

        return $statements->facts->value($line, $period) ??
            ($parts === null ? null : SignedSum::of($parts, static fn (string $part): ?float => $statements->facts->value($part, $period)));
    }

    /**
     * Whether every part is known, or is nothing where nobody reports it: a part that is missing is not nothing, and a sum without it is
     * no total.
     *
     * @param  list<string>  $parts
     */
    private static function isWhole(Examination $statements, array $parts, int $period): bool
    {
        foreach ($parts as $part) {
            if (LineItems::all()[$part]->absence !== 'zero' && self::shown($statements, $part, $period) === null) {
                return false;
            }
        }

        return true;
    }

    /**
     * The one part that other years report and this one does not.
     *
     * @param  list<string>  $parts
     */
    private static function dropped(Examination $statements, array $parts, int $period): ?string
    {
        $dropped = [];
        foreach ($parts as $part) {
            foreach ($statements->stated($part, $period) === null ? $statements->facts->periods() : [] as $year) {
                if (($statements->stated($part, $year) ?? 0.0) != 0.0) {
                    $dropped[$part] = true;
                }
            }
        }

        return count($dropped) === 1 ? array_key_first($dropped) : null;
    }
}
