<?php

declare(strict_types=1);

namespace Logion\Valuation\Forecast;

use Logion\Driver\Rule;

/**
 * Free cash flow from revenue segment by segment and cost line by cost line, each carried on by a rule of its own. Costs include
 * depreciation; a loss pays no tax and is not carried forward. What needs a figure that is missing is null.
 *
 * A share is that of a segment's revenue, or of all of it. Working capital is bound as one, by the change of revenue, or part by part, each
 * a share of revenue; what is owed frees it.
 *
 * @phpstan-type Share array{of: string, share: Rule}
 * @phpstan-type Part array{balance: ?float, share: Rule, owed: bool}
 */
final readonly class SegmentForecast
{
    /** All segments together. */
    public const TOTAL = 'total';

    /**
     * @param  array<string, list<?float>>  $revenue  by segment
     * @param  list<?float>  $totalRevenue
     * @param  array<string, list<?float>>  $costShares  by line, of the revenue the line follows
     * @param  array<string, list<?float>>  $costs
     * @param  list<?float>  $operatingIncome
     * @param  list<?float>  $tax
     * @param  list<?float>  $capitalExpenditure
     * @param  list<?float>  $depreciation
     * @param  list<?float>  $workingCapitalChange  more capital bound is positive
     * @param  list<?float>  $flows  free cash flow to the firm
     */
    private function __construct(
        public array $revenue,
        public array $totalRevenue,
        public array $costShares,
        public array $costs,
        public array $operatingIncome,
        public array $tax,
        public array $capitalExpenditure,
        public array $depreciation,
        public array $workingCapitalChange,
        public array $flows,
    ) {
    }

    /**
     * @param  list<int>  $pastYears  oldest first; the last is the year before the first forecast
     * @param  array<string, list<?float>>  $pastRevenue  by segment
     * @param  array<string, list<?float>>  $pastCosts  by line
     * @param  list<?float>  $pastCapitalExpenditure
     * @param  array<string, Rule>  $growth  by segment
     * @param  array<string, Share>  $costLines
     * @param  Share  $capitalExpenditure
     * @param  Rule  $depreciation  to capital expenditure
     * @param  Rule|list<Part>  $workingCapital  to the change of revenue; or its parts with what stands in the latest balance sheet
     */
    public static function of(
        int $years,
        array $pastYears,
        array $pastRevenue,
        array $pastCosts,
        array $pastCapitalExpenditure,
        array $growth,
        array $costLines,
        float|Rule $taxRate,
        array $capitalExpenditure,
        Rule $depreciation,
        Rule|array $workingCapital,
    ): self {
        $revenue = $pastOf = [];
        foreach ($growth as $segment => $rule) {
            $past = $pastRevenue[$segment];
            $revenue[$segment] = self::grown($past, $rule->path($years, self::growthHistory($pastYears, $past)));
            $pastOf[$segment] = $past;
        }
        $total = self::sum($revenue, $years);
        $pastOf[self::TOTAL] = self::sum($pastRevenue, count($pastYears));
        $revenueOf = [...$revenue, self::TOTAL => $total];
        $shares = $costs = [];
        foreach ($costLines as $line => ['of' => $of, 'share' => $rule]) {
            $shares[$line] = $rule->path($years, self::shareHistory($pastYears, $pastCosts[$line], $pastOf[$of]));
            $costs[$line] = self::product($shares[$line], $revenueOf[$of]);
        }
        $income = self::each($years, static fn (int $t): ?float => self::less($total[$t], array_column($costs, $t)));
        $tax = self::product(
            array_map(static fn (?float $of): ?float => $of === null ? null : max(0.0, $of), $income),
            (is_float($taxRate) ? Rule::constant($taxRate) : $taxRate)->path($years),
        );
        ['of' => $of, 'share' => $rule] = $capitalExpenditure;
        $spent = self::product($rule->path($years, self::shareHistory($pastYears, $pastCapitalExpenditure, $pastOf[$of])), $revenueOf[$of]);
        $written = self::product($depreciation->path($years), $spent);
        $bound =
            $workingCapital instanceof Rule
                ? self::product($workingCapital->path($years), self::changes($total, $pastOf[self::TOTAL][count($pastYears) - 1] ?? null))
                : self::boundIn($workingCapital, $total, $years);
        $flows = self::each(
            $years,
            static fn (int $t): ?float => $written[$t] === null || $income[$t] === null
                ? null
                : self::less($income[$t] + $written[$t], [$tax[$t], $spent[$t], $bound[$t]]),
        );

        return new self($revenue, $total, $shares, $costs, $income, $tax, $spent, $written, $bound, $flows);
    }

    /**
     * What comes after the last year, a year on: its flow grown, or its profit after tax less what growth takes at a return on capital.
     */
    public function nextFlow(float $growth, ?float $returnOnCapital): ?float
    {
        $last = count($this->flows) - 1;
        [$income, $tax, $flow] = [$this->operatingIncome[$last] ?? null, $this->tax[$last] ?? null, $this->flows[$last] ?? null];
        if ($returnOnCapital === null) {
            return $flow === null ? null : $flow * (1 + $growth);
        }

        return $income === null || $tax === null || $returnOnCapital == 0.0
            ? null
            : ($income - $tax) * (1 + $growth) * (1 - $growth / $returnOnCapital);
    }

    /**
     * @param  list<?float>  $of
     * @return list<?float>
     */
    private static function changes(array $of, ?float $before): array
    {
        return array_map(static function (?float $now) use (&$before): ?float {
            $change = $now === null || $before === null ? null : $now - $before;
            $before = $now;

            return $change;
        }, $of);
    }

    /**
     * @param  list<Part>  $parts
     * @param  list<?float>  $revenue
     * @return list<?float>
     */
    private static function boundIn(array $parts, array $revenue, int $years): array
    {
        return self::sum(
            array_map(static function (array $part) use ($revenue, $years): array {
                $sign = $part['owed'] ? -1.0 : 1.0;
                $changes = self::changes(self::product($part['share']->path($years), $revenue), $part['balance']);

                return array_map(static fn (?float $of): ?float => $of === null ? null : $sign * $of, $changes);
            }, $parts),
            $years,
        );
    }

    /**
     * @param  list<?float>  $past
     * @param  list<?float>  $growth
     * @return list<?float>
     */
    private static function grown(array $past, array $growth): array
    {
        $at = $past[count($past) - 1] ?? null;

        return array_map(static function (?float $rate) use (&$at): ?float {
            return $at = $at === null || $rate === null ? null : $at * (1 + $rate);
        }, $growth);
    }

    /**
     * @param  list<int>  $years
     * @param  list<?float>  $revenue
     * @return array<int, float|null> by the later year
     */
    private static function growthHistory(array $years, array $revenue): array
    {
        $growth = [];
        for ($i = 1, $count = count($years); $i < $count; $i++) {
            [$before, $now] = [$revenue[$i - 1] ?? null, $revenue[$i] ?? null];
            $growth[$years[$i]] = $before === null || $before <= 0 || $now === null ? null : $now / $before - 1;
        }

        return $growth;
    }

    /**
     * @param  list<int>  $years
     * @param  list<?float>  $amounts
     * @param  list<?float>  $revenue
     * @return array<int, float|null> by year
     */
    private static function shareHistory(array $years, array $amounts, array $revenue): array
    {
        $shares = [];
        foreach ($years as $i => $year) {
            [$amount, $of] = [$amounts[$i] ?? null, $revenue[$i] ?? null];
            $shares[$year] = $amount === null || $of === null || $of <= 0 ? null : $amount / $of;
        }

        return $shares;
    }

    /**
     * @param  array<array-key, list<?float>>  $parts
     * @return list<?float>
     */
    private static function sum(array $parts, int $years): array
    {
        return self::each($years, static function (int $t) use ($parts): ?float {
            $of = array_column($parts, $t);

            return in_array(null, $of, true) ? null : (float) array_sum($of);
        });
    }

    /**
     * @param  list<?float>  $a
     * @param  list<?float>  $b
     * @return list<?float>
     */
    private static function product(array $a, array $b): array
    {
        return array_map(static fn (?float $x, ?float $y): ?float => $x === null || $y === null ? null : $x * $y, $a, $b);
    }

    /** @param  list<?float>  $parts */
    private static function less(?float $of, array $parts): ?float
    {
        return $of === null || in_array(null, $parts, true) ? null : $of - array_sum($parts);
    }

    /**
     * @param  \Closure(int): ?float  $figure
     * @return list<?float>
     */
    private static function each(int $years, \Closure $figure): array
    {
        return $years < 1 ? [] : array_map($figure, range(0, $years - 1));
    }
}
