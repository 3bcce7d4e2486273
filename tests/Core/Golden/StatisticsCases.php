<?php

declare(strict_types=1);

namespace Tests\Core\Golden;

use Logion\Statistics\Descriptive;
use Logion\Statistics\Quantile;
use Logion\Statistics\Rank;
use Logion\Statistics\Regression;
use Logion\Statistics\StudentDistribution;
use Logion\Valuation\EquityBridge;

final class StatisticsCases
{
    /** @return array<string, \Closure(array<string, mixed>): array<string, mixed>> */
    public static function all(): array
    {
        return [
            'stats.describe' => static function (array $in): array {
                $x = Descriptive::known($in['x']);
                $some = $x !== [];

                return [
                    'n' => count($x),
                    'sum' => $some ? array_sum($x) : null,
                    'mean' => Descriptive::mean($x),
                    'median' => Descriptive::median($x),
                    'min' => $some ? min($x) : null,
                    'max' => $some ? max($x) : null,
                    'variance_sample' => Descriptive::variance($x),
                    'sd_sample' => Descriptive::deviation($x),
                    'variance_population' => Descriptive::variance($x, true),
                    'sd_population' => Descriptive::deviation($x, true),
                ];
            },
            'stats.quantiles' => static fn (array $in): array => [
                'values' => array_map(static fn ($p): ?float => Quantile::ofSample(Descriptive::known($in['x']), (float) $p), $in['probs']),
            ],
            'stats.quartiles_fences' => static function (array $in): array {
                $x = Descriptive::known($in['x']);
                $fences = Quantile::fences($x);

                return [
                    ...$fences,
                    'outliers' => array_values(
                        array_filter($x, static fn (float $v): bool => $v < $fences['lower_fence'] || $v > $fences['upper_fence']),
                    ),
                ];
            },
            'stats.weighted_mean' => static function (array $in): array {
                $result = Descriptive::weightedMean($in['x'], $in['w']);

                return ['weighted_mean' => $result['mean'], 'sum_of_weights_used' => $result['weight']];
            },
            'stats.harmonic_geometric_mean' => static fn (array $in): array => [
                'harmonic_mean' => Descriptive::harmonicMean(Descriptive::known($in['x'])),
                'weighted_harmonic_mean' => isset($in['w'])
                    ? Descriptive::harmonicMean(Descriptive::known($in['x']), array_map('floatval', $in['w']))
                    : null,
                'geometric_mean' => Descriptive::geometricMean(Descriptive::known($in['x'])),
            ],
            'stats.winsorised_mean' => static function (array $in): array {
                $x = Descriptive::known($in['x']);

                return [
                    'g' => Descriptive::tailCount(count($x), $in['proportion']),
                    'mean' => Descriptive::mean($x),
                    'winsorised_by_count' => Descriptive::winsorisedMean($x, $in['proportion']),
                    'winsorised_by_quantile' => Descriptive::winsorisedMeanByQuantile($x, $in['proportion']),
                    'trimmed' => Descriptive::trimmedMean($x, $in['proportion']),
                ];
            },
            'stats.correlation' => static function (array $in): array {
                $x = $y = [];
                foreach ($in['x'] as $i => $value) {
                    if ($value !== null && $in['y'][$i] !== null) {
                        $x[] = (float) $value;
                        $y[] = (float) $in['y'][$i];
                    }
                }
                $result = Descriptive::correlation($x, $y);
                $spearman = Descriptive::correlation(Descriptive::known(Rank::of($x)), Descriptive::known(Rank::of($y)));

                return [
                    'n' => count($x),
                    'covariance_sample' => $result['covariance'],
                    'pearson' => $result['correlation'],
                    'r_squared' => $result['correlation'] === null ? null : $result['correlation'] ** 2,
                    'spearman' => $spearman['correlation'],
                ];
            },
            'stats.ols' => static function (array $in): array {
                $fit = self::fit($in);
                if ($fit->singular) {
                    return ['singular' => true];
                }
                $names = ['intercept', ...array_keys($in['X'])];

                return [
                    'singular' => false,
                    'n' => $fit->n,
                    'coefficients' => array_combine($names, $fit->coefficients),
                    'standard_errors' => array_combine($names, $fit->standardErrors),
                    't_values' => array_combine($names, $fit->tValues),
                    'r_squared' => $fit->rSquared,
                    'adjusted_r_squared' => $fit->adjustedRSquared,
                    'residual_standard_error' => $fit->residualStandardError,
                    'df_residual' => $fit->degreesOfFreedom,
                    'f_statistic' => $fit->fStatistic,
                    'fitted' => $fit->fitted,
                    'residuals' => $fit->residuals,
                ];
            },
            'stats.ols_predict' => static fn (array $in): array => self::fit($in)->predict(self::inOrderOf($in['X'], $in['new'])),
            'stats.t_two_sided_p' => static fn (array $in): array => [
                'p_values' => array_map(static fn ($t): float => StudentDistribution::twoSided((float) $t, (float) $in['df']), $in['t']),
            ],
            'stats.zscores' => static function (array $in): array {
                $x = Descriptive::known($in['x']);
                $mean = Descriptive::mean($x);
                $mad = Descriptive::medianAbsoluteDeviation($x);

                return [
                    'z_sample' => Descriptive::scores($x, $mean, Descriptive::deviation($x)),
                    'z_population' => Descriptive::scores($x, $mean, Descriptive::deviation($x, true)),
                    'robust' => Descriptive::scores($x, Descriptive::median($x), $mad === null ? null : 1.4826 * $mad),
                ];
            },
            'stats.percent_rank' => static function (array $in): array {
                $sorted = Descriptive::known($in['x']);
                sort($sorted);
                $of = static fn (array $values): array => array_map(
                    static fn ($v): ?float => $v === null ? null : Rank::percentile($sorted, (float) $v),
                    $values,
                );

                return ['own' => $of($in['x']), 'at' => $of($in['at'])];
            },
            'stats.rank' => static function (array $in): array {
                $ranks = [];
                foreach (['average', 'min', 'max', 'dense'] as $ties) {
                    foreach (['ascending' => false, 'descending' => true] as $order => $descending) {
                        $ranks["{$ties}_{$order}"] = Rank::of($in['x'], $ties, $descending);
                    }
                }

                return $ranks;
            },
            'peers.regression_multiple' => static function (array $in): array {
                $kept = array_keys(array_filter($in['multiple'], static fn ($multiple): bool => $multiple !== null));
                $of = static fn (array $values): array => array_map(static fn (int $i): float => (float) $values[$i], $kept);
                $fit = Regression::fit($of($in['multiple']), array_values(array_map($of, $in['drivers'])));
                $names = ['intercept', ...array_keys($in['drivers'])];
                $implied = $fit->predict(self::inOrderOf($in['drivers'], $in['target']['drivers']));
                $equity = (new EquityBridge(array_map('floatval', $in['target']['bridge'] ?? [])))->equityValue(
                    $implied['fit'] * $in['target']['metric'],
                );

                return [
                    'n' => $fit->n,
                    'coefficients' => array_combine($names, $fit->coefficients),
                    'standard_errors' => array_combine($names, $fit->standardErrors),
                    'r_squared' => $fit->rSquared,
                    'adjusted_r_squared' => $fit->adjustedRSquared,
                    'implied_multiple' => $implied['fit'],
                    'standard_error_of_prediction' => $implied['se_prediction'],
                    'implied_enterprise_value' => $implied['fit'] * $in['target']['metric'],
                    'implied_equity_value' => $equity,
                    'implied_value_per_share' => $equity / $in['target']['shares'],
                    'over_valuation' => isset($in['target']['actual_multiple'])
                        ? $in['target']['actual_multiple'] / $implied['fit'] - 1
                        : null,
                ];
            },
        ];
    }

    /**
     * Figures of predictors in the order in which the predictors were named.
     *
     * @param  array<string, mixed>  $named
     * @param  array<string, mixed>  $figures
     * @return list<float>
     */
    private static function inOrderOf(array $named, array $figures): array
    {
        return array_map(static fn (string $name): float => (float) $figures[$name], array_keys($named));
    }

    /** @param  array<string, mixed>  $in */
    private static function fit(array $in): Regression
    {
        return Regression::fit(
            array_map('floatval', $in['y']),
            array_map(static fn (array $column): array => array_map('floatval', $column), array_values($in['X'])),
        );
    }
}
