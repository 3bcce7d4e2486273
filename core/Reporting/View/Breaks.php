<?php

declare(strict_types=1);

namespace Logion\Reporting\View;

use Logion\Figure\Numerals;
use Logion\Figure\Words;
use Logion\Reporting\FactSheet;
use Logion\Reporting\FiledFact;
use Logion\Reporting\LineItems;
use Logion\Statistics\Descriptive;
use Logion\Time\FiscalPeriod;

/**
 * Breaks in a company's years, told by its own history.
 *
 * A tax rate is one when it lies outside the median ± 3 median absolute deviations (at least five points) of its years; an
 * unusual item (restructuring, impairment, other income, gains, discontinued operations) when it exceeds 2 % of revenue and
 * 3 deviations of its own share of revenue. The amount proposed is the whole item, or the tax above the median rate.
 */
final readonly class Breaks
{
    /** Lines that hold what does not happen every year. */
    private const UNUSUAL = [
        'restructuring_charges',
        'impairment_charges',
        'other_non_operating_income',
        'discontinued_operations',
        'other_insurance_expenses',
        'provision_for_credit_losses',
        'gain_on_property_sales',
    ];

    /** Lines whose absence in one year between two others is worth a question. */
    private const EXPECTED = [
        'revenue',
        'cost_of_revenue',
        'operating_income',
        'income_tax',
        'net_income',
        'receivables',
        'inventories',
        'total_assets',
        'total_equity',
        'operating_cash_flow',
        'capital_expenditure',
        'deposits',
        'net_loans',
        'premiums_earned',
        'rental_income',
    ];

    /** A quarter with this share of an amount is where it happened. */
    private const MOST = 0.6;

    private function __construct(private FactSheet $facts)
    {
    }

    /**
     * @param  FactSheet  $facts  as reported
     * @param  iterable<FiledFact>  $all  every filing's facts, for restatements
     * @return list<AccountBreak> latest first
     */
    public static function of(FactSheet $facts, iterable $all = []): array
    {
        $breaks = new self($facts);
        $found = [
            ...$breaks->taxRates(),
            ...$breaks->unusualItems(),
            ...$breaks->jumps(),
            ...$breaks->shareCounts(),
            ...$breaks->missing(),
            ...$breaks->restated($all),
        ];
        usort($found, static fn (AccountBreak $a, AccountBreak $b): int => $b->period <=> $a->period);

        return $found;
    }

    /** @return list<AccountBreak> */
    private function taxRates(): array
    {
        $rates = [];
        foreach ($this->facts->periods() as $year) {
            $income = $this->facts->value('income_before_tax', $year);
            $tax = $this->facts->value('income_tax', $year);
            $revenue = $this->facts->value('revenue', $year) ?? 0.0;
            // On next to no income any tax is a large rate.
            if ($income !== null && $income > 0.01 * $revenue && $income > 0 && $tax !== null) {
                $rates[$year] = $tax / $income;
            }
        }
        $found = [];
        foreach (self::outside($rates, 0.05) as $year => $median) {
            $amount = ($rates[$year] - $median) * (float) $this->facts->value('income_before_tax', $year);
            $found[] = new AccountBreak(
                'tax_rate',
                $year,
                'income_tax',
                Words::say(
                    'the_tax_rate_of_is_against',
                    period: FiscalPeriod::label($year),
                    percent: Numerals::percent($rates[$year]),
                    percent2: Numerals::percent($median),
                    cause: $rates[$year] > $median ? Words::say('a_one_off_charge_or_tax') : Words::say('a_tax_credit_or_income_that'),
                ),
                $amount,
                false,
                $this->quarterOf(
                    $year,
                    $amount,
                    fn (int $quarter): ?float => ($income = $this->facts->value('income_before_tax', $quarter)) === null ||
                    ($tax = $this->facts->value('income_tax', $quarter)) === null
                        ? null
                        : $tax - $median * $income,
                ),
            );
        }

        return $found;
    }

    /** @return list<AccountBreak> */
    private function unusualItems(): array
    {
        $found = [];
        foreach (self::UNUSUAL as $line) {
            $item = LineItems::all()[$line];
            if (! $item->fits($this->facts->template)) {
                continue;
            }
            $shares = [];
            foreach ($this->facts->periods() as $year) {
                $revenue = $this->facts->value('revenue', $year);
                if ($revenue !== null && $revenue > 0) {
                    $shares[$year] = ($this->facts->value($line, $year) ?? 0.0) / $revenue;
                }
            }
            foreach (self::outside($shares, 0.02) as $year => $median) {
                $amount = $this->facts->value($line, $year);
                if ($amount !== null && abs($shares[$year]) > 0.02) {
                    $found[] = new AccountBreak(
                        'unusual_item',
                        $year,
                        $line,
                        Words::say(
                            'of_of_revenue_against_in_the',
                            label: $item->label,
                            period: FiscalPeriod::label($year),
                            percent: Numerals::percent($shares[$year], 1),
                            percent2: Numerals::percent($median, 1),
                        ),
                        $amount,
                        $line !== 'discontinued_operations',
                        $this->quarterOf($year, $amount, fn (int $quarter): ?float => $this->facts->value($line, $quarter)),
                    );
                }
            }
        }

        return $found;
    }

    /**
     * The quarter that holds most of an amount of its year; null if none does, or quarters are not known.
     *
     * @param  \Closure(int): ?float  $part
     */
    private function quarterOf(int $year, float $amount, \Closure $part): ?int
    {
        for ($quarter = $year + 1; $quarter <= $year + 4; $quarter++) {
            $of = $part($quarter);
            if ($of !== null && $amount != 0.0 && $of / $amount >= self::MOST) {
                return $quarter;
            }
        }

        return null;
    }

    /** @return list<AccountBreak> */
    private function jumps(): array
    {
        $found = [];
        foreach ($this->facts->periods() as $year) {
            foreach (['revenue' => [1.6, 0.6], 'total_assets' => [1.8, 0.55]] as $line => [$up, $down]) {
                $now = $this->facts->value($line, $year);
                $before = $this->facts->value($line, $year - 10);
                if ($now === null || $before === null || $before <= 0 || ($now / $before < $up && $now / $before > $down)) {
                    continue;
                }
                $acquired = $this->facts->value('acquisitions', $year) ?? 0.0;
                $why = match (true) {
                    $now > $before && $acquired > 0.1 * $before => Words::say(
                        'businesses_were_bought_for_million',
                        decimal: Numerals::decimal($acquired / 1e6),
                    ),
                    $now < $before && ($this->facts->value('divestitures', $year) ?? 0.0) > 0.05 * $before => Words::say(
                        'businesses_were_sold',
                    ),
                    default => Words::say('no_acquisition_explains_it_growth_a'),
                };
                $found[] = new AccountBreak(
                    'jump',
                    $year,
                    $line,
                    Words::say(
                        'of_is_that_of_the_year',
                        label: LineItems::all()[$line]->label,
                        period: FiscalPeriod::label($year),
                        times: $now > $before
                            ? Words::say('times', decimal: Numerals::decimal($now / $before, 1))
                            : Words::say('of', percent: Numerals::percent($now / $before)),
                        why: $why,
                    ),
                );
            }
        }

        return $found;
    }

    /** @return list<AccountBreak> */
    private function shareCounts(): array
    {
        $found = [];
        foreach ($this->facts->periods() as $year) {
            $now = $this->facts->value('shares_outstanding_period_end', $year);
            $before = $this->facts->value('shares_outstanding_period_end', $year - 10);
            if ($now !== null && $before !== null && $before > 0 && abs($now / $before - 1) > 0.15) {
                $found[] = new AccountBreak(
                    'share_count',
                    $year,
                    'shares_outstanding_period_end',
                    Words::say(
                        'the_number_of_shares_changed_by',
                        change: Numerals::change($now / $before - 1),
                        period: FiscalPeriod::label($year),
                        cause: $now > $before ? Words::say('shares_issued_for_an_acquisition_or') : Words::say('a_large_repurchase'),
                    ),
                );
            }
        }

        return $found;
    }

    /** @return list<AccountBreak> */
    private function missing(): array
    {
        $found = [];
        foreach ($this->facts->periods() as $year) {
            foreach (self::EXPECTED as $line) {
                if (
                    ! isset(LineItems::all()[$line]) ||
                    ! LineItems::all()[$line]->fits($this->facts->template) ||
                    $this->facts->value($line, $year) !== null ||
                    ! $this->facts->hasPeriod($year - 10)
                ) {
                    continue;
                }
                if ($this->facts->value($line, $year - 10) !== null) {
                    $found[] = new AccountBreak(
                        'missing_line',
                        $year,
                        $line,
                        Words::say(
                            'is_not_reported_for_and_was',
                            label: LineItems::all()[$line]->label,
                            period: FiscalPeriod::label($year),
                        ),
                    );
                }
            }
            if ($this->facts->hasPeriod($year - 20) && ! $this->facts->hasPeriod($year - 10)) {
                $found[] = new AccountBreak(
                    'missing_year',
                    $year - 10,
                    'revenue',
                    Words::say('is_missing_between_its_neighbours', period: FiscalPeriod::label($year - 10)),
                );
            }
        }

        return $found;
    }

    /**
     * @param  iterable<FiledFact>  $all
     * @return list<AccountBreak>
     */
    private function restated(iterable $all): array
    {
        $first = $found = [];
        foreach ($all as $fact) {
            if (
                $fact->filedOn > $this->facts->asOf ||
                $fact->isCorrection() ||
                $fact->period % 10 !== 0 ||
                ! in_array($fact->line, ['revenue', 'net_income', 'total_assets', 'total_equity', 'operating_cash_flow'], true)
            ) {
                continue;
            }
            $known = $first[$fact->period][$fact->line] ?? null;
            if ($known === null || $fact->filedOn < $known->filedOn) {
                $first[$fact->period][$fact->line] = $fact;
            }
        }
        foreach ($first as $period => $lines) {
            foreach ($lines as $line => $fact) {
                $now = $this->facts->fact($line, $period);
                if (
                    $now !== null &&
                    ! $now->isCorrection() &&
                    $now->filing !== $fact->filing &&
                    abs($now->value - $fact->value) > 0.005 * abs($fact->value)
                ) {
                    $found[] = new AccountBreak(
                        'restated',
                        $period,
                        $line,
                        Words::say(
                            'of_was_restated_what_was_wrong',
                            label: LineItems::all()[$line]->label,
                            period: FiscalPeriod::label($period),
                            how: $fact->value == 0.0
                                ? Words::say('from_nothing')
                                : Words::say('by', change: Numerals::change(($now->value - $fact->value) / abs($fact->value), 1)),
                        ),
                    );
                }
            }
        }

        return $found;
    }

    /**
     * Years whose figure lies outside the median ± 3 median absolute deviations of the other years, and at least so far.
     *
     * @param  array<int, float>  $series  by period
     * @return array<int, float> the median of the others by period
     */
    private static function outside(array $series, float $least): array
    {
        $outside = [];
        foreach ($series as $period => $value) {
            $others = array_values(array_diff_key($series, [$period => true]));
            if (count($others) < 4) {
                continue;
            }
            $median = (float) Descriptive::median($others);
            $deviation = (float) Descriptive::median(array_map(static fn (float $x): float => abs($x - $median), $others));
            if (abs($value - $median) > max($least, 3 * $deviation)) {
                $outside[$period] = $median;
            }
        }

        return $outside;
    }
}
