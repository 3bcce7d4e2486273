<?php

declare(strict_types=1);

namespace Logion\Driver;

/**
 * How the revenue of companies arises, segment by segment: shares of the market they meet in, what an expected revenue would take, and
 * what a point of gross margin is worth a share.
 *
 * @phpstan-type Forecast array{units: list<?float>, price: list<?float>, revenue: list<?float>}
 */
final readonly class DriverModel
{
    /** @var array<string, array<string, Forecast>> by company and segment */
    public array $segments;

    /** @param  array<string, array<string, SegmentModel>>  $companies  segments by company */
    public function __construct(private int $years, array $companies)
    {
        $this->segments = array_map(
            static fn (array $segments): array => array_map(
                static fn (SegmentModel $segment): array => $segment->forecast($years),
                $segments,
            ),
            $companies,
        );
    }

    /** @return list<?float> sum of a company's segments; null in a year in which one is not known */
    public function revenue(string $company): array
    {
        return $this->sum($this->segments[$company], 'revenue');
    }

    /**
     * The market in which segments of companies meet.
     *
     * @param  array<string, list<string>>  $segments  by company
     * @return array{value: list<?float>, units: list<?float>, share_by_value: array<string, list<?float>>,
     *     share_by_units: array<string, list<?float>>} shares null where the sum is not positive or a part is not known
     */
    public function market(array $segments): array
    {
        ['sum' => $value, 'shares' => $byValue] = $this->divided($segments, 'revenue');
        ['sum' => $units, 'shares' => $byUnits] = $this->divided($segments, 'units');

        return ['value' => $value, 'units' => $units, 'share_by_value' => $byValue, 'share_by_units' => $byUnits];
    }

    /**
     * @param  array<string, list<string>>  $segments
     * @param  'units'|'revenue'  $of
     * @return array{sum: list<?float>, shares: array<string, list<?float>>}
     */
    private function divided(array $segments, string $of): array
    {
        $parts = [];
        foreach ($segments as $company => $names) {
            $parts[$company] = $this->sum(array_intersect_key($this->segments[$company], array_flip($names)), $of);
        }

        return self::shares($parts);
    }

    /**
     * What parts are of their sum, year by year.
     *
     * @param  array<string, list<?float>>  $parts  by company, each of the same years
     * @return array{sum: list<?float>, shares: array<string, list<?float>>} null where the sum is not positive or a part is not known
     */
    public static function shares(array $parts): array
    {
        $sum = self::total(array_values($parts), count(reset($parts) ?: []));
        $shares = [];
        foreach ($parts as $company => $part) {
            $shares[$company] = array_map(
                static fn (?float $own, ?float $all): ?float => $all === null || $all <= 0 || $own === null ? null : $own / $all,
                $part,
                $sum,
            );
        }

        return ['sum' => $sum, 'shares' => $shares];
    }

    /**
     * The units of a segment that a revenue of the company takes, the other segments as they are.
     *
     * @param  list<?float>  $revenue  of the company, one a year
     * @param  list<?float>|null  $price  at which; the model's where null
     * @return array{other_revenue: list<?float>, price: list<?float>, units: list<?float>, against_model: list<?float>} units null where
     *     the price is not positive, something is not known, or the others bring more already
     */
    public function implied(string $company, string $segment, array $revenue, ?array $price = null): array
    {
        $own = $this->segments[$company][$segment];
        $others = $this->sum(array_diff_key($this->segments[$company], [$segment => true]), 'revenue');
        $implied = ['other_revenue' => $others, 'price' => $price ?? $own['price'], 'units' => [], 'against_model' => []];
        foreach ($others as $t => $other) {
            $at = $implied['price'][$t] ?? null;
            $wanted = $revenue[$t] ?? null;
            $units = $other === null || $at === null || $at <= 0 || $wanted === null || $wanted < $other ? null : ($wanted - $other) / $at;
            $modelled = $own['units'][$t];
            $implied['units'][] = $units;
            $implied['against_model'][] = $units === null || $modelled === null || $modelled == 0.0 ? null : $units / $modelled - 1;
        }

        return $implied;
    }

    /**
     * The price at which the units of a segment bring a revenue of the company, the other segments as they are.
     *
     * @param  list<?float>  $revenue  of the company, one a year
     * @return list<?float> null where nothing is sold, something is not known, or the others bring more already
     */
    public function impliedPrice(string $company, string $segment, array $revenue): array
    {
        $units = $this->segments[$company][$segment]['units'];
        $needed = [];
        foreach ($this->implied($company, $segment, $revenue)['other_revenue'] as $t => $other) {
            $wanted = $revenue[$t] ?? null;
            $sold = $units[$t] ?? 0.0;
            $needed[] = $wanted === null || $other === null || $sold <= 0 || $wanted < $other ? null : ($wanted - $other) / $sold;
        }

        return $needed;
    }

    /**
     * Earnings a share at gross margins some points above and below; a loss pays no tax.
     *
     * @param  list<?float>  $grossMargin  one a year, a fraction; so the others
     * @param  list<?float>  $operatingExpenses
     * @param  list<?float>  $interest
     * @param  list<?float>  $shares
     * @param  list<float>  $points  percentage points
     * @return array{earnings_per_share: list<list<?float>>, per_point: list<?float>} a row a year, a column for each of the points
     */
    public function sensitivity(
        string $company,
        array $grossMargin,
        array $operatingExpenses,
        array $interest,
        float $taxRate,
        array $shares,
        array $points,
    ): array {
        $rows = $each = [];
        foreach ($this->revenue($company) as $t => $revenue) {
            $known = [$revenue, $grossMargin[$t] ?? null, $operatingExpenses[$t] ?? null, $interest[$t] ?? null, $shares[$t] ?? null];
            $earned = static function (float $more) use ($known, $taxRate): ?float {
                [$revenue, $margin, $expenses, $interest, $shares] = $known;
                if ($revenue === null || $margin === null || $expenses === null || $interest === null || $shares === null || $shares <= 0) {
                    return null;
                }
                $pretax = $revenue * ($margin + $more / 100) - $expenses - $interest;

                return ($pretax > 0 ? $pretax * (1 - $taxRate) : $pretax) / $shares;
            };
            $rows[] = array_map($earned, $points);
            [$now, $more] = [$earned(0.0), $earned(1.0)];
            $each[] = $now === null || $more === null ? null : $more - $now;
        }

        return ['earnings_per_share' => $rows, 'per_point' => $each];
    }

    /**
     * @param  array<string, Forecast>  $segments
     * @param  'units'|'revenue'  $of
     * @return list<?float>
     */
    private function sum(array $segments, string $of): array
    {
        return self::total(array_values(array_column($segments, $of)), $this->years);
    }

    /**
     * @param  list<list<?float>>  $parts
     * @return list<?float> null where a part is not known
     */
    private static function total(array $parts, int $years): array
    {
        $total = array_fill(0, $years, 0.0);
        foreach ($parts as $part) {
            foreach ($total as $t => $sum) {
                $total[$t] = $sum === null || $part[$t] === null ? null : $sum + $part[$t];
            }
        }

        return $total;
    }
}
