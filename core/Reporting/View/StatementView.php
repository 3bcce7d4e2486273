<?php

declare(strict_types=1);

namespace Logion\Reporting\View;

use Logion\Figure\Absence;
use Logion\Figure\Figure;
use Logion\Figure\Reason;
use Logion\Figure\Unit;
use Logion\Reporting\FactSheet;
use Logion\Reporting\FiledFact;
use Logion\Reporting\LineItem;
use Logion\Reporting\LineItems;
use Logion\Reporting\LineKind;

/**
 * One statement of a company over its periods, on a basis and in a view.
 *
 * Common size is a share of revenue (income and cash flow) or of total assets (balance sheet); growth compares with the same
 * period a year before and is not meaningful from a base that is not positive; per share divides amounts by the diluted
 * (else basic) average shares of the period; index sets the first known positive figure to 100. Counts and per-share lines
 * are left as they are in common size and per share. A half year is as reported, two quarters, or twelve months less the other half.
 */
final readonly class StatementView
{
    public const STATEMENTS = ['income', 'balance', 'cash_flow', 'per_share_and_counts'];

    public const BASES = ['annual', 'half_year', 'quarterly', 'trailing'];

    public const VIEWS = ['amounts', 'per_share', 'common_size', 'growth', 'index'];

    /**
     * @param  list<int>  $periods
     * @param  list<array{item: LineItem, total: bool, figures: list<Figure>, marks: list<?string>}>  $rows  a mark says what is special of
     *     a figure: corrected, adjusted, restated, total, balance, zero
     */
    private function __construct(public array $periods, public array $rows)
    {
    }

    /**
     * @param  value-of<self::STATEMENTS>  $statement
     * @param  value-of<self::BASES>  $basis
     * @param  value-of<self::VIEWS>  $view
     * @param  int  $most  how many of the latest periods
     * @param  array<string, true>  $restated  "line@period" of figures that several filings give differently
     */
    public static function of(FactSheet $facts, string $statement, string $basis, string $view, int $most = 12, array $restated = []): self
    {
        $shown = array_slice(self::periods($facts, $basis), -$most);
        $rows = [];
        foreach (LineItems::ofStatement($statement, $facts->template) as $item) {
            $amounts = array_map(static fn (int $period): ?float => self::amount($facts, $item, $period, $basis), $shown);
            // A line that was never more than an implied zero is left out.
            $known = array_filter($amounts, static fn (?float $amount): bool => $amount !== null && $amount != 0.0) !== [];
            foreach ($known ? [] : $shown as $period) {
                $known = $known || $facts->isReported($item->key, $period);
            }
            if ($known) {
                $base = array_values(array_filter($amounts, static fn (?float $amount): bool => $amount !== null && $amount > 0))[0]
                    ?? null;
                $rows[] = [
                    'item' => $item,
                    'total' => $item->isTotal($facts->template),
                    'figures' => array_map(
                        static fn (int $period, ?float $amount): Figure => self::figure(
                            $facts,
                            $item,
                            $period,
                            $basis,
                            $view,
                            $amount,
                            $base,
                        ),
                        $shown,
                        $amounts,
                    ),
                    'marks' => array_map(
                        static fn (int $period): ?string => in_array($basis, ['annual', 'quarterly'], true)
                            ? self::mark($facts, $item->key, $period, $restated)
                            : null,
                        $shown,
                    ),
                ];
            }
        }

        return new self($shown, $rows);
    }

    /**
     * Figures that filings up to a day give differently.
     *
     * @param  iterable<FiledFact>  $facts
     * @return array<string, true> by "line@period"
     */
    public static function restated(iterable $facts, int $asOf): array
    {
        $first = $restated = [];
        foreach ($facts as $fact) {
            $key = "{$fact->line}@{$fact->period}";
            if ($fact->filedOn > $asOf || $fact->isCorrection()) {
                continue;
            }
            if (isset($first[$key]) && $first[$key] !== $fact->value) {
                $restated[$key] = true;
            }
            $first[$key] ??= $fact->value;
        }

        return $restated;
    }

    /** @return list<int> */
    public static function periods(FactSheet $facts, string $basis): array
    {
        if ($basis === 'annual') {
            return $facts->periods();
        }
        $quarters = $facts->periods(true);

        return match ($basis) {
            'quarterly' => $quarters,
            'half_year' => $facts->halfYears(),
            // A trailing window needs the quarters, or half years, before it.
            default => array_values(
                array_filter(
                    $quarters === [] ? $facts->halfYears() : $quarters,
                    static fn (int $quarter): bool => $facts->trailing('revenue', $quarter) !== null,
                ),
            ),
        };
    }

    /** A line of a period as an amount on a basis; null if it is not known. */
    public static function amount(FactSheet $facts, LineItem $item, int $period, string $basis): ?float
    {
        if ($basis === 'annual') {
            return $facts->value($item->key, $period);
        }
        if ($item->kind === LineKind::Instant) {
            return $facts->instant($item->key, $period);
        }
        if ($item->kind === LineKind::Count) {
            return $item->isPeriodAverage() && $basis === 'quarterly'
                ? $facts->value($item->key, $period)
                : $facts->latestCount($item->key, $period);
        }

        return match ($basis) {
            'trailing' => $facts->trailing($item->key, $period),
            'half_year' => $facts->half($item->key, $period),
            default => $facts->value($item->key, $period),
        };
    }

    /** @param  array<string, true>  $restated */
    private static function mark(FactSheet $facts, string $line, int $period, array $restated): ?string
    {
        return match (true) {
            $facts->fact($line, $period)?->isCorrection() === true => 'corrected',
            $facts->adjustments($line, $period) !== [] => 'adjusted',
            isset($restated["{$line}@{$period}"]) => 'restated',
            default => $facts->completion($line, $period),
        };
    }

    private static function figure(
        FactSheet $facts,
        LineItem $item,
        int $period,
        string $basis,
        string $view,
        ?float $amount,
        ?float $base,
    ): Figure {
        if ($amount === null) {
            return Figure::of(Absence::of(Reason::LineNotReported, $item->label), $item->unit);
        }
        if ($view === 'growth') {
            $before = self::amount($facts, $item, $period - 10, $basis);

            return Figure::of(
                match (true) {
                    $before === null => Absence::of(Reason::YearBeforeNotKnown),
                    $before <= 0 => Absence::of(Reason::GrowthNeedsPositiveBase),
                    default => $amount / $before - 1,
                },
                Unit::Percent,
            );
        }
        if ($view === 'index') {
            return Figure::of(
                $base === null ? Absence::of(Reason::NothingToIndex) : (100 * $amount) / $base,
                Unit::Ratio,
            );
        }
        if ($item->unit !== Unit::Money || $view === 'amounts') {
            return Figure::of($amount, $item->unit);
        }
        if ($view === 'per_share') {
            $shares = null;
            foreach (['diluted_shares_average', 'basic_shares_average'] as $count) {
                $shares ??= self::amount($facts, LineItems::all()[$count], $period, $basis);
            }

            return Figure::of(
                $shares === null || $shares <= 0 ? Absence::of(Reason::ShareCountNotReported) : $amount / $shares,
                Unit::MoneyPerShare,
            );
        }
        $whole = self::amount($facts, LineItems::all()[$item->statement === 'balance' ? 'total_assets' : 'revenue'], $period, $basis);

        return Figure::of(
            match (true) {
                $whole === null => Absence::of(Reason::WholeNotReported),
                $whole <= 0 => Absence::of(Reason::ShareOfNothing),
                default => $amount / $whole,
            },
            Unit::Percent,
        );
    }
}
