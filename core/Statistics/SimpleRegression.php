<?php

declare(strict_types=1);

namespace Logion\Statistics;

/**
 * Ordinary least squares of one variable on one other, with an intercept, from sums of squares about the means: what
 * {@see Regression} gives for one regressor, in less than half of the time.
 *
 * An exact fit has standard errors 0, R² 1 and no t; a constant dependent variable has no R² and no correlation.
 *
 * @see N. R. Draper and H. Smith, Applied Regression Analysis, 3rd ed., 1998, chapter 1
 */
final readonly class SimpleRegression
{
    private function __construct(
        public int $n,
        public float $intercept,
        public float $slope,
        public float $standardErrorIntercept,
        public float $standardErrorSlope,
        public ?float $tValue,
        public ?float $rSquared,
        public float $residualStandardError,
        public ?float $correlation,
    ) {
    }

    /**
     * @param  list<float>  $y
     * @param  list<float>  $x  as long as y
     * @return self|null null with fewer than two observations or an x that does not move
     *
     * @throws UnequalLengths if x is not as long as y
     */
    public static function fit(array $y, array $x): ?self
    {
        $n = count($y);
        if (count($x) !== $n) {
            throw UnequalLengths::of($n, count($x));
        }
        if ($n < 2) {
            return null;
        }
        $meanX = array_sum($x) / $n;
        $meanY = array_sum($y) / $n;
        $xx = $xy = $yy = $sizeX = $sizeY = 0.0;
        foreach ($x as $i => $value) {
            $other = $y[$i];
            $dx = $value - $meanX;
            $dy = $other - $meanY;
            $xx += $dx * $dx;
            $xy += $dx * $dy;
            $yy += $dy * $dy;
            $sizeX += $value * $value;
            $sizeY += $other * $other;
        }
        // What is left of large, nearly equal numbers is rounding.
        if ($xx == 0.0 || $xx <= 1e-24 * $sizeX) {
            return null;
        }
        $slope = $xy / $xx;
        $intercept = $meanY - $slope * $meanX;
        $squares = 0.0;
        foreach ($x as $i => $value) {
            // About the means, where residuals keep their digits.
            $residual = $y[$i] - $meanY - $slope * ($value - $meanX);
            $squares += $residual * $residual;
        }
        $isConstant = $yy == 0.0 || min($y) === max($y);
        $isExact = $isConstant || $squares <= 1e-24 * max($yy, 1e-300) || $squares <= 1e-28 * $sizeY;
        $variance = $isExact || $n === 2 ? 0.0 : $squares / ($n - 2);
        $errorOfSlope = sqrt($variance / $xx);

        return new self(
            $n,
            $intercept,
            $slope,
            sqrt($variance * (1 / $n + ($meanX * $meanX) / $xx)),
            $errorOfSlope,
            $errorOfSlope == 0.0 ? null : $slope / $errorOfSlope,
            $isConstant ? null : ($isExact ? 1.0 : 1 - $squares / $yy),
            sqrt($variance),
            $isConstant ? null : $xy / (sqrt($xx) * sqrt($yy)),
        );
    }
}
