<?php

declare(strict_types=1);

namespace Logion\CostOfCapital;

use Logion\Capital\BottomUpBeta;
use Logion\Capital\BusinessBetas;
use Logion\Capital\Leverage;
use Logion\CrossSection\Universe;
use Logion\Metric\CompanyScope;
use Logion\Statistics\Descriptive;
use Logion\Statistics\Quantile;

/**
 * The beta of a business out of those of its companies, step by step and in both orders, put on the subject's own structure or a target;
 * of several businesses weighted together.
 */
final readonly class BottomUpSheet
{
    /** Betas beyond so many interquartile ranges of the quartiles are marked, never taken out by themselves. */
    private const FENCE = 1.5;

    public function __construct(private Universe $universe)
    {
    }

    /**
     * @param  list<int>  $companies
     * @param  list<int>  $excluded  companies left out by the reader
     * @return array<string, mixed>
     */
    public function of(CompanyScope $subject, array $companies, array $excluded, ?float $target, bool $mean): array
    {
        $tax = $subject->economy->corporateTaxRate;
        $rows = $this->rows($companies, $excluded, $tax);
        $counted = array_values(array_filter($rows, static fn (array $row): bool => $row['state'] === 'in'));
        $group = new BottomUpBeta(
            array_map(
                static fn (array $row): array => [
                    'name' => $row['ticker'],
                    'beta' => (float) $row['beta'],
                    'leverage' => new Leverage((float) $row['debt'], (float) $row['cash'], (float) $row['market_value']),
                    'tax' => $tax,
                ],
                $counted,
            ),
        );
        $own = $this->structure($subject->company->id);
        $debtToEquity = $target ?? $own['debt_to_equity'];
        $steps = $group->perCompany();
        foreach ($counted as $i => $row) {
            $rows[$row['at']]['steps'] = array_diff_key($steps[$i], ['name' => true]);
        }
        $first = $counted === [] || $debtToEquity === null ? null : $group->companiesFirst($debtToEquity, $tax, $mean);
        $then = $counted === [] || $debtToEquity === null ? null : $group->mediansFirst($debtToEquity, $tax, $mean);

        return [
            'tax' => $tax,
            'mean' => $mean,
            'own_debt_to_equity' => $own['debt_to_equity'],
            'debt_to_equity' => $debtToEquity,
            'own_beta' => $own['beta'],
            'companies' => array_map(static fn (array $row): array => array_diff_key($row, ['at' => true]), $rows),
            'used' => count($counted),
            'companies_first' => $first,
            'medians_first' => $then,
            'difference' => isset($first['relevered_cash_corrected'], $then['relevered_cash_corrected'])
                ? $first['relevered_cash_corrected'] - $then['relevered_cash_corrected']
                : null,
        ];
    }

    /**
     * @param  list<array{name: string, companies: list<int>, weight: float}>  $businesses
     * @param  list<int>  $excluded
     * @param  bool  $bySales  the weights given are sales, of which the median enterprise multiple of each business makes what it is worth
     * @return array<string, mixed>
     */
    public function together(
        CompanyScope $subject,
        array $businesses,
        array $excluded,
        ?float $target,
        bool $mean,
        bool $bySales = false,
    ): array {
        $parts = $weighed = [];
        foreach ($businesses as $business) {
            $of = $this->of($subject, $business['companies'], $excluded, $target, $mean);
            $beta = $of['companies_first']['unlevered_cash_corrected'] ?? null;
            $multiple = $bySales ? $this->enterpriseMultiple($business['companies'], $excluded) : null;
            $parts[] = [
                'name' => $business['name'],
                'used' => $of['used'],
                'beta' => $beta,
                'weight' => $business['weight'],
                'multiple' => $multiple,
                'share' => null,
            ];
            if ($beta !== null && ! ($bySales && $multiple === null)) {
                $weighed[count($parts) - 1] = ['beta' => $beta, 'weight' => $business['weight'] * ($multiple ?? 1.0)];
            }
        }
        $together = BusinessBetas::together(array_values($weighed));
        foreach (array_keys($weighed) as $i => $at) {
            $parts[$at]['share'] = $together['weights'][$i];
        }
        $debtToEquity = $target ?? $this->structure($subject->company->id)['debt_to_equity'];

        return [
            'businesses' => $parts,
            'beta' => $together['beta'],
            'relevered' => $together['beta'] === null || $debtToEquity === null
                    ? null
                    : Leverage::relever($together['beta'], $subject->economy->corporateTaxRate, $debtToEquity),
        ];
    }

    /**
     * @param  list<int>  $companies
     * @param  list<int>  $excluded
     * @return float|null the median of enterprise value to sales; null where nobody has one
     */
    private function enterpriseMultiple(array $companies, array $excluded): ?float
    {
        $positions = $this->universe->positionsOf(array_diff($companies, $excluded));

        return Descriptive::median(Descriptive::known(array_map($this->universe->column('ev_to_sales')->at(...), $positions)));
    }

    /** @return array{beta: float|null, debt_to_equity: float|null} at market value */
    private function structure(int $company): array
    {
        $at = $this->universe->position($company);
        if ($at === null) {
            return ['beta' => null, 'debt_to_equity' => null];
        }

        return [
            'beta' => $this->universe->column('beta_raw')->at($at),
            'debt_to_equity' => $this->universe->column('debt_to_market_value')->at($at),
        ];
    }

    /**
     * @param  list<int>  $companies
     * @param  list<int>  $excluded
     * @return list<array<string, mixed>>
     */
    private function rows(array $companies, array $excluded, float $tax): array
    {
        $rows = $betas = [];
        foreach ($companies as $company) {
            $at = $this->universe->position($company);
            if ($at === null) {
                continue;
            }
            $value = $this->universe->column('market_cap')->at($at);
            $part = fn (string $metric): ?float => $value === null || ($share = $this->universe->column($metric)->at($at)) === null
                ? null
                : $share * $value;
            $toSales = $this->universe->column('price_to_sales')->at($at);
            $row = [
                'ticker' => $this->universe->attributeAt('ticker', $at),
                'name' => $this->universe->attributeAt('name', $at),
                'beta' => $this->universe->column('beta_raw')->at($at),
                'market_value' => $value,
                'debt' => $part('debt_to_market_value'),
                'cash' => $part('cash_to_market_value'),
                'revenue' => $value === null || $toSales === null || $toSales <= 0 ? null : $value / $toSales,
                'tax' => $tax,
            ];
            $known = ! in_array(null, [$row['beta'], $row['market_value'], $row['debt'], $row['cash']], true);
            $state = match (true) {
                in_array($company, $excluded, true) => 'out',
                ! $known => 'unknown',
                default => 'in',
            };
            if ($known) {
                $betas[] = (float) $row['beta'];
            }
            $rows[] = [...$row, 'at' => count($rows), 'state' => $state, 'outlier' => false, 'steps' => null];
        }
        $fences = Quantile::fences($betas, self::FENCE);
        foreach ($rows as $i => $row) {
            $rows[$i]['outlier'] =
                $fences !== null &&
                $row['beta'] !== null &&
                ($row['beta'] < $fences['lower_fence'] || $row['beta'] > $fences['upper_fence']);
        }

        return $rows;
    }
}
