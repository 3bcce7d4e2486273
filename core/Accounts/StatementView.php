<?php

declare(strict_types=1);

namespace Logion\Accounts;

use Logion\Absence;
use Logion\Figure;
use Logion\Unit;

/**
 * One statement of a company over its periods: amounts, common size, or change on the year.
 *
 * Common size is a share of revenue (income and cash flow) or of total assets (balance sheet); growth compares with the same
 * period a year before and is not meaningful from a base that is not positive. Counts and per-share lines are left as they
 * are in common size.
 */
final readonly class StatementView
{
    /**
     * @param  list<int>  $periods
     * @param  list<array{item: LineItem, total: bool, figures: list<Figure>, completed: list<?string>, restated: list<bool>}>  $rows
     */
    private function __construct(public array $periods, public array $rows)
    {
    }

    /**
     * @param  'income'|'balance'|'cash_flow'|'per_share_and_counts'  $statement
     * @param  'annual'|'quarterly'|'trailing'  $basis
     * @param  'amounts'|'common_size'|'growth'  $view
     * @param  int  $most  how many of the latest periods
     */
    public static function of(FactSheet $facts, string $statement, string $basis, string $view, int $most = 12): self
    {
        $periods = self::periods($facts, $basis);
        $shown = array_slice($periods, -$most);
        $rows = [];
        foreach (LineItems::ofStatement($statement, $facts->template) as $item) {
            $figures = $completed = $restated = [];
            $known = false;
            foreach ($shown as $period) {
                $figure = self::figure($facts, $item, $period, $basis, $view, $statement);
                $figures[] = $figure;
                $completed[] = $basis === 'trailing' ? null : $facts->completion($item->key, $period);
                $restated[] = $basis !== 'trailing' && ($facts->fact($item->key, $period)->correction ?? false);
                // A line that was never more than an implied zero is left out.
                $known = $known || ! in_array(self::amount($facts, $item, $period, $basis), [null, 0.0], true) || ($facts->fact($item->key, $period) !== null);
            }
            if ($known) {
                $rows[] = ['item' => $item, 'total' => $item->isTotal($facts->template), 'figures' => $figures, 'completed' => $completed, 'restated' => $restated];
            }
        }

        return new self($shown, $rows);
    }

    /** @return list<int> */
    public static function periods(FactSheet $facts, string $basis): array
    {
        if ($basis === 'annual') {
            return $facts->periods();
        }
        $quarters = $facts->periods(true);
        if ($basis === 'quarterly') {
            return $quarters;
        }

        // A trailing window needs the three quarters before it.
        return array_values(array_filter($quarters, static fn (int $quarter): bool => $facts->trailing('revenue', $quarter) !== null));
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
            return $item->isPeriodAverage() && $basis === 'quarterly' ? $facts->value($item->key, $period) : $facts->latestCount($item->key, $period);
        }

        return $basis === 'trailing' ? $facts->trailing($item->key, $period) : $facts->value($item->key, $period);
    }

    private static function figure(FactSheet $facts, LineItem $item, int $period, string $basis, string $view, string $statement): Figure
    {
        $amount = self::amount($facts, $item, $period, $basis);
        if ($amount === null) {
            return Figure::of(Absence::missing("{$item->label} was not reported."), $item->unit);
        }
        if ($view === 'growth') {
            $before = self::amount($facts, $item, $period - 10, $basis);

            return Figure::of(match (true) {
                $before === null => Absence::notEnoughHistory('The period a year before is not known.'),
                $before <= 0 => Absence::notMeaningful('Growth from a base that is not positive says nothing.'),
                default => $amount / $before - 1,
            }, Unit::Percent);
        }
        if ($view === 'common_size' && $item->unit === Unit::Money) {
            $base = self::amount($facts, LineItems::all()[$statement === 'balance' ? 'total_assets' : 'revenue'], $period, $basis);

            return Figure::of(match (true) {
                $base === null => Absence::missing('What it would be a share of was not reported.'),
                $base <= 0 => Absence::notMeaningful('A share of nothing says nothing.'),
                default => $amount / $base,
            }, Unit::Percent);
        }

        return Figure::of($amount, $item->unit);
    }
}
