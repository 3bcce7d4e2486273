<?php

declare(strict_types=1);

namespace Logion\Capital;

use Logion\Figure\Words;
use Logion\Statistics\Descriptive;
use Logion\Statistics\Quantile;

/**
 * Beta of a business from the betas of comparable companies, in both legitimate orders: unlever each company and take
 * the median, or take the medians and unlever once.
 */
final readonly class BottomUpBeta
{
    /** @param  list<array{name: string, beta: float, leverage: Leverage, tax: float}>  $companies */
    public function __construct(private array $companies)
    {
    }

    /**
     * The companies left when betas strictly outside q1 − k·iqr … q3 + k·iqr are dropped.
     *
     * @return array{lower: float, upper: float, excluded: list<string>, kept: self}
     */
    public function screened(float $k): array
    {
        $fences =
            Quantile::fences(array_column($this->companies, 'beta'), $k) ??
            throw new \InvalidArgumentException(Words::say('a_bottom_up_beta_needs_at'));
        $kept = $excluded = [];
        foreach ($this->companies as $company) {
            if ($company['beta'] < $fences['lower_fence'] || $company['beta'] > $fences['upper_fence']) {
                $excluded[] = $company['name'];
            } else {
                $kept[] = $company;
            }
        }

        return ['lower' => $fences['lower_fence'], 'upper' => $fences['upper_fence'], 'excluded' => $excluded, 'kept' => new self($kept)];
    }

    /**
     * @return list<array{name: string, gross_debt_to_equity: ?float, net_debt_to_equity: ?float, cash_share: ?float,
     *     unlevered_gross: ?float, unlevered_cash_corrected: ?float, unlevered_net: ?float}>
     */
    public function perCompany(): array
    {
        return array_map(static function (array $company): array {
            $leverage = $company['leverage'];
            $gross = $leverage->grossDebtToEquity();
            $net = $leverage->netDebtToEquity();
            $unlevered = $gross === null ? null : Leverage::unlever($company['beta'], $company['tax'], $gross);

            return [
                'name' => $company['name'],
                'gross_debt_to_equity' => $gross,
                'net_debt_to_equity' => $net,
                'cash_share' => $leverage->cashShare(),
                'unlevered_gross' => $unlevered,
                'unlevered_cash_corrected' => Leverage::withoutCash($unlevered, $leverage->cashShare()),
                'unlevered_net' => $net === null ? null : Leverage::unlever($company['beta'], $company['tax'], $net),
            ];
        }, $this->companies);
    }

    /**
     * Each company first, then the median (or mean); relevered at the target's structure.
     *
     * @return array<string, ?float>
     */
    public function companiesFirst(float $targetDebtToEquity, float $targetTax, bool $mean = false): array
    {
        $rows = $this->perCompany();
        $centre = static function (string $key) use ($rows, $mean): ?float {
            $known = Descriptive::known(array_column($rows, $key));

            return $mean ? Descriptive::mean($known) : Descriptive::median($known);
        };

        return self::relevered(
            [
                'unlevered_gross' => $centre('unlevered_gross'),
                'unlevered_cash_corrected' => $centre('unlevered_cash_corrected'),
                'unlevered_net' => $centre('unlevered_net'),
            ],
            $targetDebtToEquity,
            $targetTax,
        );
    }

    /**
     * Medians (or means) of beta, debt/equity, cash share and tax first, put once through the same formulas.
     *
     * @return array<string, ?float>
     */
    public function mediansFirst(float $targetDebtToEquity, float $targetTax, bool $mean = false): array
    {
        $rows = $this->perCompany();
        $of = static function (array $values) use ($mean): ?float {
            $known = Descriptive::known($values);

            return $mean ? Descriptive::mean($known) : Descriptive::median($known);
        };
        $centre = [
            'beta' => $of(array_column($this->companies, 'beta')),
            'gross_debt_to_equity' => $of(array_column($rows, 'gross_debt_to_equity')),
            'net_debt_to_equity' => $of(array_column($rows, 'net_debt_to_equity')),
            'cash_share' => $of(array_column($rows, 'cash_share')),
            'tax' => $of(array_column($this->companies, 'tax')),
        ];
        ['beta' => $beta, 'tax' => $tax, 'gross_debt_to_equity' => $gross, 'net_debt_to_equity' => $net] = $centre;
        $unlevered = $beta === null || $gross === null || $tax === null ? null : Leverage::unlever($beta, $tax, $gross);

        return self::relevered(
            [
                ...$centre,
                'unlevered_gross' => $unlevered,
                'unlevered_cash_corrected' => Leverage::withoutCash($unlevered, $centre['cash_share']),
                'unlevered_net' => $beta === null || $net === null || $tax === null ? null : Leverage::unlever($beta, $tax, $net),
            ],
            $targetDebtToEquity,
            $targetTax,
        );
    }

    /**
     * @param  array<string, ?float>  $betas
     * @return array<string, ?float>
     */
    private static function relevered(array $betas, float $debtToEquity, float $tax): array
    {
        foreach (['cash_corrected', 'net'] as $version) {
            $unlevered = $betas['unlevered_'.$version];
            $betas['relevered_'.$version] = $unlevered === null ? null : Leverage::relever($unlevered, $tax, $debtToEquity);
        }

        return $betas;
    }
}
