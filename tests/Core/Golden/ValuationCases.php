<?php

declare(strict_types=1);

namespace Tests\Core\Golden;

use Logion\Statistics\RootFinding;
use Logion\Time\Day;
use Logion\Valuation\Convention;
use Logion\Valuation\Discounting;
use Logion\Valuation\EquityBridge;
use Logion\Valuation\Forecast\OperatingForecast;
use Logion\Valuation\MarginOfSafety;
use Logion\Valuation\Method\Cases;
use Logion\Valuation\Method\CashFlow\CashFlowValue;
use Logion\Valuation\Method\ClassicFormulas;
use Logion\Valuation\Method\DividendDiscount;
use Logion\Valuation\Method\EarningsPath;
use Logion\Valuation\Method\PropertyValue;
use Logion\Valuation\Method\ResidualIncome;
use Logion\Valuation\Method\SumOfParts;
use Logion\Valuation\PresentValue;
use Logion\Valuation\ShareCount;

final class ValuationCases
{
    /** @return array<string, \Closure(array<string, mixed>): array<string, mixed>> */
    public static function all(): array
    {
        return [
            'valuation.dcf_two_stage' => static fn (array $in): array => self::fields(self::twoStage($in)),
            'valuation.dcf_three_stage' => static function (array $in): array {
                $n = $in['n_high'];
                $growth = [
                    ...array_fill(0, $n, (float) $in['growth_high']),
                    ...CashFlowValue::fade($in['growth_high'], $in['terminal_growth'], $in['n_fade']),
                ];
                $high = (float) ($in['wacc_high'] ?? $in['wacc']);
                $stable = (float) ($in['wacc_stable'] ?? ($in['wacc'] ?? $high));
                $rates = [...array_fill(0, $n, $high), ...CashFlowValue::fade($high, $stable, $in['n_fade'])];
                $flows = CashFlowValue::grown((float) $in['fcff_0'], $growth);
                $g = $in['terminal_growth'];

                return [
                    'growth_path' => $growth,
                    'wacc_path' => $rates,
                    ...self::fields(
                        self::value($in, $flows, $rates, CashFlowValue::growingPerpetuity(end($flows) * (1 + $g), $stable, $g)),
                    ),
                ];
            },
            'valuation.dcf_drivers' => static function (array $in): array {
                $n = count($in['growth_rates']);
                $forecast = OperatingForecast::bySalesToCapital(
                    (float) $in['revenue_0'],
                    $in['growth_rates'],
                    $in['margins'],
                    self::each($in['tax'], $n),
                    (float) $in['sales_to_capital'],
                    (float) ($in['loss_carryforward'] ?? 0),
                );
                $g = $in['terminal_growth'];
                $next =
                    $forecast->nextOperatingProfitAfterTax($g, end($in['margins']), self::last($in['tax'])) *
                    (1 - $g / $in['terminal_roic']);

                return [
                    'revenue' => $forecast->revenue,
                    'ebit' => $forecast->ebit,
                    'taxes' => $forecast->taxes,
                    'loss_pool_end' => $forecast->lossPool,
                    'reinvestment' => $forecast->reinvestment,
                    ...self::fields(
                        self::value(
                            $in,
                            $forecast->flows,
                            self::each($in['wacc'], $n),
                            CashFlowValue::growingPerpetuity($next, self::last($in['wacc']), $g),
                        ),
                    ),
                ];
            },
            'valuation.stub_fraction' => static fn (array $in): array => [
                'stub_fraction' => Discounting::stubFraction(Day::parse($in['valuation_date']), Day::parse($in['fiscal_year_end'])),
            ],
            'valuation.treasury_stock_method' => static function (array $in): array {
                $shares = self::shares($in);

                return ['net_new_shares' => $shares->fromOptions($in['price']), 'diluted_shares' => $shares->dilutedAt($in['price'])];
            },
            'valuation.equity_bridge' => static function (array $in): array {
                $equity = self::bridge($in)->equityValue($in['enterprise_value']);
                $shares = self::shares($in);
                $diluted = isset($in['price']) ? $shares->dilutedAt($in['price']) : null;
                $value = $shares->valuePerShare($equity);

                return [
                    'equity_value' => $equity,
                    'value_per_basic_share' => $equity / $shares->basic,
                    'diluted_shares_at_price' => $diluted,
                    'value_per_share_at_price' => $diluted === null ? null : $equity / $diluted,
                    'value_per_share_at_value' => $value,
                    'diluted_shares_at_value' => $value === null ? null : $shares->dilutedAt($value),
                ];
            },
            'valuation.exit_multiple' => static function (array $in): array {
                $flows = self::flows($in);
                $w = self::last($in['wacc']);
                $mid = ($in['convention'] ?? null) === 'mid_year';
                $result = self::value($in, $flows, self::each($in['wacc'], count($flows)), $in['terminal_metric'] * $in['multiple']);
                $gordon = ! isset($in['terminal_growth'])
                    ? null
                    : CashFlowValue::growingPerpetuity(
                        end($flows) * (1 + $in['terminal_growth']) * ($mid ? (1 + $w) ** 0.5 : 1),
                        $w,
                        $in['terminal_growth'],
                    );

                return [
                    ...self::fields($result),
                    'implied_growth' => CashFlowValue::impliedGrowth($result->terminalValue, end($flows), $w, $mid),
                    'gordon_implied_multiple' => $gordon === null ? null : $gordon / $in['terminal_metric'],
                ];
            },
            'valuation.gordon' => static fn (array $in): array => [
                'value' => DividendDiscount::constantGrowth($in['dividend_0'], $in['growth'], $in['cost_of_equity']),
                'sustainable_growth' => isset($in['roe'], $in['payout']) ? $in['roe'] * (1 - $in['payout']) : null,
                'implied_return' => isset($in['price'])
                    ? \Logion\Capital\CostOfEquity::impliedByConstantGrowth($in['price'], $in['dividend_0'], $in['growth'])
                    : null,
                'implied_growth' => isset($in['price'])
                    ? DividendDiscount::impliedGrowth($in['price'], $in['dividend_0'], $in['cost_of_equity'])
                    : null,
            ],
            'valuation.ddm_multistage' => static function (array $in): array {
                $growth = array_merge(
                    ...array_map(static fn (array $s): array => array_fill(0, $s['years'], (float) $s['growth']), $in['stages']),
                );
                $dividends = CashFlowValue::grown($in['dividend_0'], $growth);
                $result = DividendDiscount::staged(
                    $dividends,
                    end($dividends) * (1 + $in['terminal_growth']),
                    $in['cost_of_equity'],
                    $in['terminal_growth'],
                    $in['terminal_cost_of_equity'] ?? null,
                );

                return [
                    'dividends' => $dividends,
                    'pv_dividends' => $result['present'],
                    'terminal_value' => $result['terminal'],
                    'pv_terminal_value' => $result['present_terminal'],
                    'value' => $result['value'],
                ];
            },
            'valuation.ddm_payout' => static function (array $in): array {
                $eps = CashFlowValue::grown($in['eps_0'], $in['growth_rates']);
                $payout = $in['terminal_payout'] ?? 1 - $in['terminal_growth'] / $in['terminal_roe'];
                $dividends = array_map(static fn (float $e, float $p): float => $e * $p, $eps, self::each($in['payouts'], count($eps)));
                $result = DividendDiscount::staged(
                    $dividends,
                    end($eps) * (1 + $in['terminal_growth']) * $payout,
                    $in['cost_of_equity'],
                    $in['terminal_growth'],
                );

                return [
                    'eps' => $eps,
                    'dividends' => $dividends,
                    'terminal_payout' => $payout,
                    'terminal_value' => $result['terminal'],
                    'value' => $result['value'],
                ];
            },
            'valuation.h_model' => static fn (array $in): array => [
                'value' => DividendDiscount::halfLife(
                    $in['dividend_0'],
                    $in['growth_short'],
                    $in['growth_long'],
                    $in['fade_years'],
                    $in['cost_of_equity'],
                ),
                'implied_return' => ! isset($in['price'])
                    ? null
                    : ($in['dividend_0'] / $in['price']) *
                            (1 + $in['growth_long'] + ($in['fade_years'] / 2) * ($in['growth_short'] - $in['growth_long'])) +
                        $in['growth_long'],
            ],
            'valuation.earnings_path' => static function (array $in): array {
                $path = self::earningsPath(
                    $in,
                    self::each($in['net_income_growth'] ?? ($in['growth'] ?? 0.0), $in['years'] ?? 1),
                    (float) $in['exit_pe'],
                );
                $price = isset($in['price']) ? (float) $in['price'] : null;

                return [
                    'eps' => $path->earnings,
                    'dividends' => $path->dividends,
                    'exit_price' => $path->exitPrice,
                    'value_today' => isset($in['required_return']) ? $path->valueAt($in['required_return']) : null,
                    'implied_annual_return' => $price === null ? null : $path->impliedReturn($price),
                    'price_only_return' => $price === null ? null : $path->priceOnlyReturn($price),
                ];
            },
            'valuation.reverse_dcf' => static function (array $in): array {
                $distance = static fn (array $with): float => (self::twoStage([...$in, ...$with])->perShare ?? NAN) - $in['price'];
                $low = $in['terminal_growth'] + 1e-6;

                return [
                    'implied_growth' => RootFinding::bracketed(static fn (float $g): float => $distance(['growth' => $g]), -0.99, 3.0),
                    'implied_wacc' => isset($in['growth_assumed'])
                        ? RootFinding::bracketed(
                            static fn (float $w): float => $distance(['growth' => $in['growth_assumed'], 'wacc' => $w]),
                            $low,
                            5.0,
                        )
                        : null,
                ];
            },
            'valuation.breakeven_terminal_growth' => static function (array $in): array {
                $without = self::twoStage([...$in, 'terminal_growth' => -1.0]);
                $discounting = self::discounting($in, self::each($in['wacc'], count($without->flows)));
                $mid = ($in['terminal_discount'] ?? null) === 'mid';
                $target = $in['price'] * $in['shares'] - self::bridge($in)->net();
                $needed = ($target - $without->sumOfPresentValues) / $discounting->terminalFactor($mid);

                return [
                    'target_enterprise_value' => $target,
                    'needed_terminal_value' => $needed,
                    'breakeven_growth' => CashFlowValue::impliedGrowth(
                        $needed,
                        array_values($without->flows)[count($without->flows) - 1],
                        self::last($in['wacc']),
                    ),
                ];
            },
            'valuation.sensitivity_grid' => static fn (array $in): array => [
                'value_per_share' => array_map(
                    static fn ($w): array => array_map(
                        static fn ($g): ?float => self::twoStage([...$in, 'wacc' => $w, 'terminal_growth' => $g])->perShare,
                        $in['growth_values'],
                    ),
                    $in['wacc_values'],
                ),
            ],
            'valuation.sensitivity_exit_multiple' => static fn (array $in): array => [
                'value_per_share' => array_map(
                    static fn ($w): array => array_map(
                        static fn ($m): ?float => self::value(
                            $in,
                            self::flows($in),
                            array_fill(0, count(self::flows($in)), (float) $w),
                            $in['terminal_metric'] * $m,
                        )->perShare,
                        $in['multiple_values'],
                    ),
                    $in['wacc_values'],
                ),
            ],
            'valuation.sensitivity_earnings' => static fn (array $in): array => [
                'value_today' => array_map(
                    static fn ($g): array => array_map(
                        static fn ($pe): float => self::earningsPath($in, array_fill(0, $in['years'], (float) $g), (float) $pe)->valueAt(
                            $in['required_return'],
                        ),
                        $in['pe_values'],
                    ),
                    $in['growth_values'],
                ),
            ],
            'valuation.residual_income' => static function (array $in): array {
                $r = ResidualIncome::forecast(
                    $in['book_0'],
                    array_map('floatval', $in['eps']),
                    self::each($in['payout'] ?? 0.0, count($in['eps'])),
                    self::each($in['cost_of_equity'], count($in['eps'])),
                );

                return [
                    'book' => $r->book,
                    'residual_income' => $r->residual,
                    'value_no_continuing' => $r->withoutContinuing(),
                    'value_growth' => isset($in['terminal_growth']) ? $r->withGrowth($in['terminal_growth']) : null,
                    'value_persistence' => isset($in['persistence']) ? $r->withPersistence($in['persistence']) : null,
                    'dividend_check' => isset($in['terminal_growth']) ? $r->byDividends($in['terminal_growth']) : null,
                ];
            },
            'valuation.ohlson' => static fn (array $in): array => ResidualIncome::ohlson(
                $in['book_0'],
                $in['book_previous'],
                $in['earnings_0'],
                $in['cost_of_equity'],
                $in['omega'],
                $in['gamma'] ?? 0.0,
                $in['other_information'] ?? 0.0,
            ),
            'valuation.excess_return_bank' => static function (array $in): array {
                $n = count($in['roe']);
                $stable =
                    (float) ($in['stable_cost_of_equity'] ??
                        (is_array($in['cost_of_equity']) ? end($in['cost_of_equity']) : $in['cost_of_equity']));
                $r = ResidualIncome::excessReturn(
                    $in['book_0'],
                    $in['roe'],
                    self::each($in['payout'], $n),
                    self::each($in['cost_of_equity'], $n),
                    $in['stable_roe'],
                    $stable,
                    $in['terminal_growth'],
                );

                return [
                    'book' => $r['book'],
                    'excess_return' => $r['excess'],
                    'pv_excess' => $r['present'],
                    'terminal_value' => $r['terminal'],
                    'value_of_equity' => $r['value'],
                    'value_per_share' => $r['value'] === null || ! isset($in['shares']) ? null : $r['value'] / $in['shares'],
                    'price_to_book' => $r['value'] === null ? null : $r['value'] / $in['book_0'],
                    'stable_payout' => 1 - $in['terminal_growth'] / $in['stable_roe'],
                ];
            },
            'valuation.property_trust' => static function (array $in): array {
                $part = static fn (string $name): float => (float) ($in[$name] ?? 0);
                $nav = isset($in['noi'], $in['cap_rate'])
                    ? PropertyValue::netAssetValuePerUnit(
                        $in['noi'],
                        $in['cap_rate'],
                        $part('other_assets'),
                        $part('cash'),
                        $part('debt'),
                        $part('preferred'),
                        $in['units'],
                    )
                    : null;
                $times = static fn (string $a, string $b): ?float => isset($in[$a], $in[$b]) ? $in[$a] * $in[$b] : null;
                $over = static fn (?float $a, ?float $b): ?float => $a === null || $b === null || $b == 0.0 ? null : $a / $b;
                $price = $in['price'] ?? null;

                return [
                    'value_by_ffo' => $times('ffo_per_unit', 'ffo_multiple'),
                    'value_by_affo' => $times('affo_per_unit', 'affo_multiple'),
                    'nav_per_unit' => $nav,
                    'price_to_ffo' => $over($price, $in['ffo_per_unit'] ?? null),
                    'price_to_affo' => $over($price, $in['affo_per_unit'] ?? null),
                    'ffo_yield' => $over($in['ffo_per_unit'] ?? null, $price),
                    'affo_yield' => $over($in['affo_per_unit'] ?? null, $price),
                    'implied_cap_rate' => isset($price, $in['noi'])
                        ? PropertyValue::impliedCapitalisationRate(
                            $in['noi'],
                            $price,
                            $in['units'],
                            $part('debt'),
                            $part('preferred'),
                            $part('cash'),
                            $part('other_assets'),
                        )
                        : null,
                    'premium_to_nav' => ($ratio = $over($price, $nav)) === null ? null : $ratio - 1,
                ];
            },
            'valuation.graham' => static function (array $in): array {
                $number = isset($in['eps'], $in['book_per_share'])
                    ? ClassicFormulas::grahamNumber($in['eps'], $in['book_per_share'])
                    : null;
                $revised = isset($in['eps'], $in['growth_percent'], $in['bond_yield_percent'])
                    ? ClassicFormulas::revisedGrowthValue($in['eps'], $in['growth_percent'], $in['bond_yield_percent'])
                    : null;
                $safety = static fn (?float $value): ?float => isset($in['price'])
                    ? MarginOfSafety::of($value, $in['price'])
                    : null;

                return [
                    'graham_number' => $number,
                    'margin_of_safety_number' => $safety($number),
                    'revised_value' => $revised,
                    'margin_of_safety_revised' => $safety($revised),
                ];
            },
            'valuation.sum_of_parts' => static function (array $in): array {
                $sum = new SumOfParts(
                    $in['parts'],
                    $in['corporate_cost'] ?? 0.0,
                    $in['corporate_multiple'] ?? 0.0,
                    self::bridge($in),
                    $in['holding_discount'] ?? 0.0,
                );

                return [
                    'part_values' => $sum->values,
                    'gross_value' => $sum->gross,
                    'shares_of_gross' => array_map(static fn (float $v): float => $v / $sum->gross, $sum->values),
                    'net_asset_value' => $sum->netAssetValue,
                    'value_after_discount' => $sum->afterDiscount,
                    'value_per_share' => $sum->afterDiscount / $in['shares'],
                ];
            },
            'valuation.npv_irr' => static function (array $in): array {
                $roots = PresentValue::internalRates($in['flows']);

                return [
                    'npv' => PresentValue::net($in['flows'], $in['rate']),
                    'npv_end_of_period' => PresentValue::net($in['flows'], $in['rate'], 1),
                    'roots' => $roots,
                    'irr' => count($roots) === 1 ? $roots[0] : null,
                ];
            },
            'valuation.scenarios' => static fn (array $in): array => Cases::against((float) $in['price'], $in['scenarios']),
        ];
    }

    /** @param  array<string, mixed>  $in */
    private static function twoStage(array $in): CashFlowValue
    {
        $flows = self::flows($in);
        $g = (float) $in['terminal_growth'];

        return self::value(
            $in,
            $flows,
            self::each($in['wacc'], count($flows)),
            CashFlowValue::growingPerpetuity(end($flows) * (1 + $g), self::last($in['wacc']), $g),
        );
    }

    /**
     * Flows as typed, or a first one grown: by a rate for each year, or by one for some years.
     *
     * @param  array<string, mixed>  $in
     * @return list<float>
     */
    private static function flows(array $in): array
    {
        return array_map(
            'floatval',
            $in['fcff'] ??
                CashFlowValue::grown((float) $in['fcff_0'], $in['growth_rates'] ?? self::each($in['growth'] ?? 0.0, $in['years'] ?? 0)),
        );
    }

    /**
     * @param  array<string, mixed>  $in
     * @param  list<float>  $growth
     */
    private static function earningsPath(array $in, array $growth, float $multiple): EarningsPath
    {
        $n = count($growth);

        return new EarningsPath(
            (float) $in['eps_0'],
            $growth,
            self::each($in['share_change'] ?? 0.0, $n),
            self::each($in['payout'] ?? 0.0, $n),
            $multiple,
        );
    }

    /** @return list<float> one figure for each year, or one for all of them */
    private static function each(mixed $given, int $years): array
    {
        return is_array($given) ? array_map('floatval', $given) : ($years === 0 ? [] : array_fill(0, $years, (float) $given));
    }

    private static function last(mixed $given): float
    {
        return (float) (is_array($given) ? $given[count($given) - 1] : $given);
    }

    /**
     * @param  array<string, mixed>  $in
     * @param  list<float>  $flows
     * @param  list<float>  $rates
     */
    private static function value(array $in, array $flows, array $rates, ?float $terminal): CashFlowValue
    {
        return CashFlowValue::of(
            $flows,
            self::discounting($in, $rates),
            $terminal,
            self::bridge($in),
            (float) $in['shares'],
            ($in['terminal_discount'] ?? null) === 'mid',
        );
    }

    /**
     * @param  array<string, mixed>  $in
     * @param  list<float>  $rates
     */
    private static function discounting(array $in, array $rates): Discounting
    {
        return new Discounting($rates, Convention::from($in['convention'] ?? 'end_year'), (float) ($in['stub_fraction'] ?? 1.0));
    }

    /** @param  array<string, mixed>  $in */
    private static function bridge(array $in): EquityBridge
    {
        return new EquityBridge(array_map('floatval', $in['bridge'] ?? []));
    }

    /** @param  array<string, mixed>  $in */
    private static function shares(array $in): ShareCount
    {
        return new ShareCount((float) $in['basic_shares'], (float) ($in['restricted_units'] ?? 0), $in['options'] ?? []);
    }

    /** @return array<string, mixed> */
    private static function fields(CashFlowValue $value): array
    {
        return [
            'flows' => $value->flows,
            'discount_factors' => $value->discountFactors,
            'pv_flows' => $value->presentValues,
            'sum_pv_flows' => $value->sumOfPresentValues,
            'terminal_value' => $value->terminalValue,
            'pv_terminal_value' => $value->presentTerminalValue,
            'enterprise_value' => $value->enterpriseValue,
            'equity_value' => $value->equityValue,
            'value_per_share' => $value->perShare,
            'terminal_share' => $value->terminalShare,
        ];
    }
}
