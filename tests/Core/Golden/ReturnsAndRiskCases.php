<?php

declare(strict_types=1);

namespace Tests\Core\Golden;

use Logion\Market\CorporateActions;
use Logion\Market\PriceSeries;
use Logion\Market\Returns;
use Logion\Market\Risk\Beta;
use Logion\Market\Risk\MaximumDrawdown;
use Logion\Market\Risk\ReturnVolatility;
use Logion\Portfolio\Performance;
use Logion\Portfolio\PortfolioPath;
use Logion\Statistics\Descriptive;
use Logion\Time\Day;

final class ReturnsAndRiskCases
{
    /** @return array<string, \Closure(array<string, mixed>): array<string, mixed>> */
    public static function all(): array
    {
        return [
            'returns.simple_log' => static function (array $in): array {
                $closes = self::floats($in['closes']);
                $n = count($closes);

                return [
                    'simple' => Returns::simple($closes),
                    'log' => Returns::log($closes),
                    'period_simple' => $n > 1 ? $closes[$n - 1] / $closes[0] - 1 : null,
                    'period_log' => $n > 1 ? log($closes[$n - 1] / $closes[0]) : null,
                ];
            },
            'returns.adjusted_close' => static function (array $in): array {
                $series = self::series($in);
                $ones = array_fill(0, count($series->days), 1.0);

                return [
                    'adjusted_closes' => $series->adjusted,
                    'split_adjusted_closes' => $series->closes,
                    'factors' => $series->actions->adjusted($ones, $series->days, $series->rawCloses, true),
                ];
            },
            'returns.total_return' => static function (array $in): array {
                $series = self::series($in);
                $last = $series->last();
                $years = Day::between($series->days[0], $series->days[$last]) / 365;
                $total = $series->adjusted[$last] / $series->adjusted[0] - 1;

                return [
                    'price_return' => $series->closes[$last] / $series->closes[0] - 1,
                    'total_return_adjusted' => $total,
                    'total_return_reinvested' => Returns::reinvested($series),
                    'years' => $years,
                    'cagr' => Returns::compoundAnnual(1.0, 1 + $total, $years),
                ];
            },
            'returns.cagr' => static function (array $in): array {
                $years = (float) ($in['years'] ?? Day::between(Day::parse($in['start_date']), Day::parse($in['end_date'])) / 365);

                return ['years' => $years, 'cagr' => Returns::compoundAnnual((float) $in['begin_value'], (float) $in['end_value'], $years)];
            },
            'risk.summary' => static function (array $in): array {
                $closes = self::floats($in['closes']);
                $r = Returns::simple($closes);
                $periods = (int) ($in['periods_per_year'] ?? 252);
                $rf = (float) ($in['risk_free_annual'] ?? 0.0);
                $mean = Descriptive::mean($r);
                $annual = $mean === null ? null : $mean * $periods;
                $volatility = ReturnVolatility::annual($r, $periods);
                $downside = ReturnVolatility::downside($r, 0.0, $periods);
                $downsideRf = ReturnVolatility::downside($r, $rf / $periods, $periods);
                $over = static fn (?float $a, ?float $b): ?float => $a === null || $b === null || $b == 0.0 ? null : $a / $b;

                return [
                    'n_returns' => count($r),
                    'mean_daily' => $mean,
                    'mean_annual' => $annual,
                    'volatility_simple' => $volatility,
                    'volatility_log' => ReturnVolatility::annual(Returns::log($closes), $periods),
                    'downside_deviation' => $downside,
                    'downside_deviation_rf' => $downsideRf,
                    'sharpe' => Performance::sharpe($r, $rf, $periods),
                    'sortino_target_0' => $over($annual, $downside),
                    'sortino_target_rf' => $over($annual === null ? null : $annual - $rf, $downsideRf),
                ];
            },
            'risk.max_drawdown' => static function (array $in): array {
                $closes = self::floats($in['closes']);
                $fall = MaximumDrawdown::of($closes);
                $date = static fn (?int $i): ?string => $i === null ? null : $in['dates'][$i];
                $days = static fn (int $a, int $b): int => Day::between(Day::parse($in['dates'][$a]), Day::parse($in['dates'][$b]));

                return [
                    'max_drawdown' => $fall->depth,
                    'peak_date' => $date($fall->peak),
                    'peak_close' => $fall->peak === null ? null : $closes[$fall->peak],
                    'trough_date' => $date($fall->trough),
                    'trough_close' => $fall->trough === null ? null : $closes[$fall->trough],
                    'recovery_date' => $date($fall->recovery),
                    'current_drawdown' => $fall->current,
                    'days_peak_to_trough' => $fall->peak === null || $fall->trough === null ? null : $days($fall->peak, $fall->trough),
                ];
            },
            'risk.var_es' => static fn (array $in): array => ReturnVolatility::tail(self::floats($in['returns']), $in['level']),
            'risk.rolling_beta' => static fn (array $in): array => [
                'beta' => Beta::rolling(self::floats($in['asset_closes']), self::floats($in['index_closes']), $in['window']),
            ],
            'risk.beta_month_end' => static function (array $in): array {
                $stock = Returns::simple(self::floats($in['stock_closes']));
                $index = Returns::simple(self::floats($in['index_closes']));
                foreach ($in['risk_free_monthly'] ?? [] as $i => $rate) {
                    $stock[$i] -= $rate;
                    $index[$i] -= $rate;
                }

                return self::beta(Beta::ofReturns($stock, $index));
            },
            'risk.beta_pipeline' => static function (array $in): array {
                $beta = Beta::monthly(
                    self::series($in['stock']),
                    self::series($in['index']),
                    Day::parse($in['as_of']),
                    (int) ($in['max_returns'] ?? 60),
                );
                $month = static fn (?int $m): string => sprintf('%04d-%02d', intdiv((int) $m, 100), (int) $m % 100);

                return [
                    ...self::beta($beta),
                    'first_month' => $month($beta->firstMonth),
                    'last_month' => $month($beta->lastMonth),
                    'months_joined' => $beta->monthsJoined,
                ];
            },
            'portfolio.xirr' => static fn (array $in): array => [
                'rate' => Returns::moneyWeighted(
                    array_map(static fn (array $flow): array => [Day::parse($flow['date']), (float) $flow['amount']], $in['flows']),
                ),
            ],
            'portfolio.performance' => static function (array $in): array {
                $result = Returns::ofPortfolio(
                    array_map(
                        static fn (array $v): array => [Day::parse($v['date']), (float) $v['value_before_flow'], (float) $v['flow']],
                        $in['valuations'],
                    ),
                );

                return [
                    'sub_period_returns' => $result['periods'],
                    'time_weighted_return' => $result['total'],
                    'time_weighted_annualised' => $result['annualised'],
                    'money_weighted_annual' => $result['money_weighted'],
                    'modified_dietz' => $result['modified_dietz'],
                    'days' => $result['days'],
                ];
            },
            'portfolio.equal_weight_basket' => static function (array $in): array {
                $members = array_values($in['assets']);
                $equal = array_fill(0, count($members), 1.0);
                $levels = array_map(
                    static fn (array $closes): array => array_map(
                        static fn ($close): ?float => $close === null ? null : (float) $close,
                        $closes,
                    ),
                    $members,
                );
                $daily = PortfolioPath::run($levels, array_fill(0, count($members[0]), $equal))->values;
                $hold = PortfolioPath::run($levels, [0 => $equal])->values;
                $last = count($daily) - 1;

                return [
                    'daily_rebalanced' => $daily,
                    'buy_and_hold' => $hold,
                    'return_daily_rebalanced' => $daily[$last] / 100 - 1,
                    'return_buy_and_hold' => $hold[$last] / 100 - 1,
                ];
            },
        ];
    }

    /**
     * @param  array<string, mixed>  $in
     */
    private static function series(array $in): PriceSeries
    {
        return new PriceSeries(
            array_map(Day::parse(...), $in['dates']),
            self::floats($in['closes']),
            actions: new CorporateActions(
                array_map(static fn (array $split): array => [Day::parse($split['ex_date']), (float) $split['ratio']], $in['splits'] ?? []),
                array_map(
                    static fn (array $dividend): array => [Day::parse($dividend['ex_date']), (float) $dividend['amount']],
                    $in['dividends'] ?? [],
                ),
            ),
        );
    }

    /** @return array<string, mixed> */
    private static function beta(?Beta $beta): array
    {
        return [
            'n_returns' => $beta->observations,
            'alpha_monthly' => $beta->alpha,
            'beta' => $beta->beta,
            'standard_error_alpha' => $beta->standardErrorAlpha,
            'standard_error_beta' => $beta->standardErrorBeta,
            't_beta' => $beta->tValue,
            'r_squared' => $beta->rSquared,
            'residual_standard_error' => $beta->residualStandardError,
            'correlation' => $beta->correlation,
            'blume_beta' => $beta->blume(),
        ];
    }

    /**
     * @param  list<int|float>  $x
     * @return list<float>
     */
    private static function floats(array $x): array
    {
        return array_map('floatval', $x);
    }
}
