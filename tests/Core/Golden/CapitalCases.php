<?php

declare(strict_types=1);

namespace Tests\Core\Golden;

use Logion\Capital\BottomUpBeta;
use Logion\Capital\BusinessBetas;
use Logion\Capital\CostOfDebt;
use Logion\Capital\CostOfEquity;
use Logion\Capital\Leverage;
use Logion\Capital\WeightedAverageCost;
use Logion\Statistics\RootFinding;
use Logion\Valuation\Discounting;
use Logion\Valuation\EquityBridge;
use Logion\Valuation\Method\CashFlow\CashFlowValue;

final class CapitalCases
{
    /** @return array<string, \Closure(array<string, mixed>): array<string, mixed>> */
    public static function all(): array
    {
        return [
            'coc.capm' => static fn (array $in): array => [
                'cost_of_equity' => CostOfEquity::capitalAssetPricing(
                    $in['risk_free'],
                    $in['beta'],
                    $in['equity_risk_premium'],
                    $in['country_risk_premium'] ?? 0.0,
                    $in['country_exposure'] ?? 1.0,
                    ($in['size_premium'] ?? 0.0) + ($in['specific_premium'] ?? 0.0),
                ),
                'implied_beta' => isset($in['cost_of_equity_given'])
                    ? CostOfEquity::impliedBeta($in['cost_of_equity_given'], $in['risk_free'], $in['equity_risk_premium'])
                    : null,
            ],
            'coc.leverage' => static function (array $in): array {
                $l = new Leverage($in['debt'] ?? 0.0, $in['cash'] ?? 0.0, $in['equity_value']);

                return [
                    'gross_debt_to_equity' => $l->grossDebtToEquity(),
                    'net_debt_to_equity' => $l->netDebtToEquity(),
                    'debt_share' => $l->debtShare(),
                    'net_debt_share' => $l->netDebtShare(),
                    'cash_share' => $l->cashShare(),
                    'net_debt' => $l->debt - $l->cash,
                ];
            },
            'coc.unlever_relever' => static function (array $in): array {
                $plain = Leverage::unlever($in['levered_beta'], $in['tax'], $in['debt_to_equity']);
                $debtBeta = $in['debt_beta'] ?? 0.0;
                // Without a new structure the old one stays, and so does the beta of its debt.
                [$targetTax, $targetDebt] = [$in['target_tax'] ?? $in['tax'], $in['target_debt_to_equity'] ?? $in['debt_to_equity']];
                $with = Leverage::unlever($in['levered_beta'], $in['tax'], $in['debt_to_equity'], $debtBeta);

                return [
                    'unlevered_beta' => $plain,
                    'relevered_beta' => Leverage::relever($plain, $targetTax, $targetDebt),
                    'unlevered_beta_with_debt_beta' => $with,
                    'relevered_beta_with_debt_beta' => Leverage::relever(
                        $with,
                        $targetTax,
                        $targetDebt,
                        $in['target_debt_beta'] ?? $debtBeta,
                    ),
                ];
            },
            'coc.bottom_up_beta' => static fn (array $in): array => self::bottomUp(self::group($in), $in),
            'coc.bottom_up_beta_screened' => static function (array $in): array {
                $screen = self::group($in)->screened((float) $in['fence']);

                return [
                    'lower_fence' => $screen['lower'],
                    'upper_fence' => $screen['upper'],
                    'excluded' => $screen['excluded'],
                    ...self::bottomUp($screen['kept'], $in),
                ];
            },
            'coc.multi_business_beta' => static function (array $in): array {
                $together = BusinessBetas::together(
                    array_map(
                        static fn (array $of): array => [
                            'beta' => (float) $of['unlevered_beta'],
                            'weight' => $of['revenue'] * $of['ev_to_sales'],
                        ],
                        $in['segments'],
                    ),
                );

                return [
                    'weights' => $together['weights'],
                    'unlevered_beta' => $together['beta'],
                    'relevered_beta' => Leverage::relever($together['beta'], $in['tax'], $in['debt_to_equity']),
                ];
            },
            'coc.cost_of_debt' => static function (array $in): array {
                $cost = CostOfDebt::byInterestCover(
                    $in['risk_free'],
                    $in['ebit'] ?? null,
                    $in['interest_expense'] ?? null,
                    $in['tax'],
                    $in['spread_table'],
                    $in['country_spread'] ?? 0.0,
                );

                return [
                    'coverage' => $cost->coverage,
                    'grade' => $cost->grade,
                    'spread' => $cost->spread,
                    'pre_tax_cost' => $cost->preTax,
                    'after_tax_cost' => $cost->afterTax,
                    'limited_shield_tax_rate' => $cost->limitedShieldTaxRate,
                    'after_tax_cost_limited_shield' => $cost->afterTaxLimitedShield,
                ];
            },
            'coc.wacc' => static function (array $in): array {
                $preferredCost =
                    $in['cost_of_preferred'] ??
                    (isset($in['preferred_dividend'], $in['preferred_price']) ? $in['preferred_dividend'] / $in['preferred_price'] : null);
                $w = WeightedAverageCost::of(
                    $in['equity_value'],
                    $in['debt'],
                    $in['cost_of_equity'],
                    $in['pre_tax_cost_of_debt'],
                    $in['tax'],
                    $in['preferred'] ?? 0.0,
                    $preferredCost,
                );

                return [
                    'weight_equity' => $w->weightEquity,
                    'weight_debt' => $w->weightDebt,
                    'weight_preferred' => $w->weightPreferred,
                    'cost_of_preferred' => $w->costOfPreferred,
                    'after_tax_cost_of_debt' => $w->afterTaxCostOfDebt,
                    'wacc' => $w->rate,
                    'wacc_without_tax_shield' => $w->rateWithoutTaxShield,
                ];
            },
            'coc.wacc_net_debt' => static function (array $in): array {
                $of = static fn (float $debt): WeightedAverageCost => WeightedAverageCost::of(
                    $in['equity_value'],
                    $debt,
                    $in['cost_of_equity'],
                    $in['pre_tax_cost_of_debt'],
                    $in['tax'],
                );
                $result = [];
                $examples = ['gross' => $in['debt'], 'net' => $in['debt'] - $in['cash'], 'floored' => max(0.0, $in['debt'] - $in['cash'])];
                foreach ($examples as $name => $debt) {
                    $result["debt_weight_{$name}"] = $of($debt)->weightDebt;
                    $result["wacc_{$name}"] = $of($debt)->rate;
                }

                return $result;
            },
            'coc.wacc_synthetic' => static function (array $in): array {
                $preferred = $in['target_preferred_to_equity'] ?? 0.0;
                $beta = Leverage::relever($in['unlevered_beta'], $in['tax'], $in['target_debt_to_equity']);
                $cost = CostOfEquity::capitalAssetPricing($in['risk_free'], $beta, $in['equity_risk_premium']);
                $w = WeightedAverageCost::of(
                    1.0,
                    $in['target_debt_to_equity'],
                    $cost,
                    $in['pre_tax_cost_of_debt'],
                    $in['tax'],
                    $preferred,
                    $in['cost_of_preferred'] ?? null,
                );

                return [
                    'weight_debt' => $w->weightDebt,
                    'weight_preferred' => $w->weightPreferred,
                    'weight_equity' => $w->weightEquity,
                    'relevered_beta' => $beta,
                    'cost_of_equity' => $cost,
                    'wacc' => $w->rate,
                ];
            },
            'coc.wacc_schedule' => static function (array $in): array {
                $result = ['relevered_beta' => [], 'cost_of_equity' => [], 'wacc' => []];
                foreach ($in['debt_shares'] as $i => $share) {
                    $beta = Leverage::relever($in['unlevered_beta'], $in['tax'], $share / (1 - $share));
                    $cost = CostOfEquity::capitalAssetPricing($in['risk_free'], $beta, $in['equity_risk_premium']);
                    $result['relevered_beta'][] = $beta;
                    $result['cost_of_equity'][] = $cost;
                    $result['wacc'][] = WeightedAverageCost::of(
                        1 - $share,
                        $share,
                        $cost,
                        $in['risk_free'] + $in['spreads'][$i],
                        $in['tax'],
                    )->rate;
                }
                $lowest = array_search(min($result['wacc']), $result['wacc'], true);

                return [...$result, 'lowest_debt_share' => $in['debt_shares'][$lowest], 'lowest_wacc' => $result['wacc'][$lowest]];
            },
            'coc.implied_cost_of_equity' => static function (array $in): array {
                $two = CostOfEquity::impliedByTwoStages(
                    $in['price'],
                    $in['dividend_0'],
                    $in['years'],
                    $in['growth'],
                    $in['terminal_growth'],
                );
                $premium = $two === null || ! isset($in['risk_free']) ? null : $two - $in['risk_free'];

                return [
                    'gordon' => CostOfEquity::impliedByConstantGrowth($in['price'], $in['dividend_0'], $in['terminal_growth']),
                    'two_stage' => $two,
                    'implied_premium' => $premium,
                    'implied_beta' => $premium === null || ! isset($in['equity_risk_premium'])
                            ? null
                            : CostOfEquity::impliedBeta($two, $in['risk_free'], $in['equity_risk_premium']),
                ];
            },
            'coc.implied_wacc' => static function (array $in): array {
                $g = $in['terminal_growth'];
                $flows = array_map('floatval', $in['fcff']);
                $value = static fn (float $w): float => CashFlowValue::of(
                    $flows,
                    new Discounting(array_fill(0, count($flows), $w)),
                    CashFlowValue::growingPerpetuity(end($flows) * (1 + $g), $w, $g),
                    new EquityBridge(),
                    1.0,
                )->enterpriseValue - $in['enterprise_value'];

                return ['implied_wacc' => RootFinding::bracketed($value, $g + 1e-6, 5.0)];
            },
        ];
    }

    /** @param  array<string, mixed>  $in */
    private static function group(array $in): BottomUpBeta
    {
        return new BottomUpBeta(
            array_map(
                static fn (array $c): array => [
                    'name' => $c['name'],
                    'beta' => (float) $c['beta'],
                    'leverage' => new Leverage($c['debt'] ?? 0.0, $c['cash'] ?? 0.0, $c['equity_value']),
                    'tax' => (float) ($in['marginal_tax'] ?? $c['tax']),
                ],
                $in['companies'],
            ),
        );
    }

    /**
     * @param  array<string, mixed>  $in
     * @return array<string, mixed>
     */
    private static function bottomUp(BottomUpBeta $group, array $in): array
    {
        $debt = (float) $in['target']['debt_to_equity'];
        $tax = (float) $in['target']['tax'];

        return [
            'companies' => $group->perCompany(),
            'per_company_then_median' => $group->companiesFirst($debt, $tax),
            'medians_first' => $group->mediansFirst($debt, $tax),
        ];
    }
}
