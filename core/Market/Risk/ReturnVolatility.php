<?php

declare(strict_types=1);

namespace Logion\Market\Risk;

use Logion\Statistics\Descriptive;
use Logion\Statistics\Quantile;

/** Dispersion and tail measures of a list of periodic returns (fractions). */
final class ReturnVolatility
{
    /**
     * Sample deviation × √periods per year.
     *
     * @param  list<float>  $returns
     */
    public static function annual(array $returns, int $periodsPerYear = 252): ?float
    {
        $deviation = Descriptive::deviation($returns);

        return $deviation === null ? null : $deviation * sqrt($periodsPerYear);
    }

    /**
     * √(Σ min(r − target, 0)² / n) × √periods per year, over all n returns.
     *
     * @param  list<float>  $returns
     *
     * @see F. A. Sortino and R. van der Meer, "Downside Risk", The Journal of Portfolio Management 17(4), 1991
     */
    public static function downside(array $returns, float $targetPerPeriod = 0.0, int $periodsPerYear = 252): ?float
    {
        if ($returns === []) {
            return null;
        }
        $squares = 0.0;
        foreach ($returns as $return) {
            $short = $return - $targetPerPeriod;
            $short < 0.0 && ($squares += $short * $short);
        }

        return sqrt($squares / count($returns)) * sqrt($periodsPerYear);
    }

    /**
     * Historical value at risk (minus the type 7 quantile at 1 − level) and expected shortfall (minus the mean of the
     * returns at or below that quantile). A loss is positive.
     *
     * @param  list<float>  $returns
     * @return array{var: float, expected_shortfall: float, tail_count: int}|null
     */
    public static function tail(array $returns, float $level): ?array
    {
        $quantile = Quantile::ofSample($returns, 1 - $level);
        if ($quantile === null) {
            return null;
        }
        $tail = array_values(array_filter($returns, static fn (float $return): bool => $return <= $quantile));

        return ['var' => -$quantile, 'expected_shortfall' => -array_sum($tail) / count($tail), 'tail_count' => count($tail)];
    }
}
