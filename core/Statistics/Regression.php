<?php

declare(strict_types=1);

namespace Logion\Statistics;

/**
 * Ordinary least squares with an intercept, by QR (modified Gram–Schmidt, twice) on centred columns of unit length.
 *
 * Linearly dependent regressors make the fit *singular*: no coefficient exists. An exact fit has standard errors 0,
 * R² 1 and no t or F; a constant dependent variable has no R².
 *
 * @see G. H. Golub and C. F. Van Loan, Matrix Computations, 4th ed., 2013, section 5.2
 */
final readonly class Regression
{
    /**
     * @param  list<float>  $coefficients  intercept first
     * @param  list<float>  $standardErrors
     * @param  list<?float>  $tValues
     * @param  list<float>  $fitted
     * @param  list<float>  $residuals
     * @param  list<list<float>>  $inverse  (X'X)⁻¹, intercept first
     * @param  array<int, list<float>>  $orthonormal  the centred regressors made orthonormal
     */
    private function __construct(
        public bool $singular,
        public int $n,
        public array $coefficients = [],
        public array $standardErrors = [],
        public array $tValues = [],
        public ?float $rSquared = null,
        public ?float $adjustedRSquared = null,
        public float $residualStandardError = 0.0,
        public int $degreesOfFreedom = 0,
        public ?float $fStatistic = null,
        public array $fitted = [],
        public array $residuals = [],
        private array $inverse = [],
        private array $orthonormal = [],
    ) {
    }

    /**
     * @param  list<float>  $y
     * @param  list<list<float>>  $regressors  one list per regressor, each as long as y
     *
     * @throws UnequalLengths if a regressor is not as long as y
     */
    public static function fit(array $y, array $regressors): self
    {
        $n = count($y);
        foreach ($regressors as $column) {
            if (count($column) !== $n) {
                throw UnequalLengths::of($n, count($column));
            }
        }
        $columns = [array_fill(0, $n, 1.0), ...$regressors];
        $k = count($columns);
        if ($n < $k) {
            return new self(true, $n);
        }

        // The intercept is taken out first (centred columns), so that a column of large, nearly equal numbers keeps its digits.
        $means = $scales = $q = [];
        for ($j = 1; $j < $k; $j++) {
            $means[$j] = array_sum($columns[$j]) / $n;
            $mean = $means[$j];
            $centred = [];
            $norm = $size = 0.0;
            foreach ($columns[$j] as $v) {
                $x = $v - $mean;
                $centred[] = $x;
                $norm += $x * $x;
                $size += $v * $v;
            }
            $norm = sqrt($norm);
            $size = sqrt($size);
            if ($norm <= 1e-12 * $size || $norm == 0.0) {
                return new self(true, $n);
            }
            $scales[$j] = $norm;
            foreach ($centred as $row => $x) {
                $centred[$row] = $x / $norm;
            }
            $q[$j] = $centred;
        }
        $meanY = array_sum($y) / $n;
        $r = [];
        for ($j = 1; $j < $k; $j++) {
            // The second pass removes what rounding left in the first ("twice is enough").
            for ($pass = 0; $pass < 2; $pass++) {
                for ($i = 1; $i < $j; $i++) {
                    $dot = self::dot($q[$i], $q[$j]);
                    $r[$i][$j] = ($r[$i][$j] ?? 0.0) + $dot;
                    $other = $q[$i];
                    foreach ($q[$j] as $row => $value) {
                        $q[$j][$row] = $value - $dot * $other[$row];
                    }
                }
            }
            $norm = sqrt(self::dot($q[$j], $q[$j]));
            if ($norm < 1e-9) {
                return new self(true, $n);
            }
            $r[$j][$j] = $norm;
            foreach ($q[$j] as $row => $value) {
                $q[$j][$row] = $value / $norm;
            }
        }
        $centredY = array_map(static fn (float $v): float => $v - $meanY, $y);
        $inverseR = self::invertTriangle($r, $k);
        $slopes = [];
        for ($j = 1; $j < $k; $j++) {
            $slopes[$j] = 0.0;
        }
        for ($i = 1; $i < $k; $i++) {
            $projection = self::dot($q[$i], $centredY);
            for ($j = 1; $j <= $i; $j++) {
                $slopes[$j] += $inverseR[$j][$i] * $projection;
            }
        }
        $coefficients = [$meanY];
        for ($j = 1; $j < $k; $j++) {
            $slope = $slopes[$j] / $scales[$j];
            $coefficients[$j] = $slope;
            $coefficients[0] -= $slope * $means[$j];
        }

        $fitted = $residuals = [];
        $rss = 0.0;
        for ($row = 0; $row < $n; $row++) {
            $fit = $meanY;
            for ($j = 1; $j < $k; $j++) {
                $fit += $coefficients[$j] * ($columns[$j][$row] - $means[$j]);
            }
            $fitted[] = $fit;
            $residuals[] = $y[$row] - $fit;
            $rss += ($y[$row] - $fit) ** 2;
        }
        $tss = self::dot($centredY, $centredY);
        $constant = min($y) === max($y);
        $exact = $constant || $rss <= 1e-24 * max($tss, 1e-300) || $rss <= 1e-28 * self::dot($y, $y);
        $df = $n - $k;
        $variance = $exact || $df === 0 ? 0.0 : $rss / $df;

        // (X'X)⁻¹ in the original scale, intercept first.
        $inverse = array_fill(0, $k, array_fill(0, $k, 0.0));
        for ($a = 1; $a < $k; $a++) {
            for ($b = 1; $b < $k; $b++) {
                $sum = 0.0;
                for ($i = max($a, $b); $i < $k; $i++) {
                    $sum += $inverseR[$a][$i] * $inverseR[$b][$i];
                }
                $inverse[$a][$b] = $sum / $scales[$a] / $scales[$b];
            }
        }
        $corner = 1 / $n;
        for ($a = 1; $a < $k; $a++) {
            $cross = 0.0;
            for ($b = 1; $b < $k; $b++) {
                $cross += $inverse[$a][$b] * $means[$b];
            }
            $inverse[0][$a] = $inverse[$a][0] = -$cross;
            $corner += $cross * $means[$a];
        }
        $inverse[0][0] = $corner;

        $errors = $t = [];
        for ($j = 0; $j < $k; $j++) {
            $errors[$j] = $exact ? 0.0 : sqrt($variance * $inverse[$j][$j]);
            $t[$j] = $exact || $errors[$j] == 0.0 ? null : $coefficients[$j] / $errors[$j];
        }
        $rSquared = $constant ? null : ($exact ? 1.0 : 1 - $rss / $tss);

        return new self(
            false,
            $n,
            array_values($coefficients),
            array_values($errors),
            array_values($t),
            $rSquared,
            $rSquared === null ? null : ($exact ? 1.0 : ($df === 0 ? null : 1 - ((1 - $rSquared) * ($n - 1)) / $df)),
            sqrt($variance),
            $df,
            $exact || $df === 0 || $rSquared === null || $k === 1 ? null : $rSquared / ($k - 1) / ((1 - $rSquared) / $df),
            $fitted,
            $residuals,
            array_map('array_values', array_values($inverse)),
            $q,
        );
    }

    /**
     * Fitted value at new regressor values with the standard error of the fit and of a single prediction.
     *
     * @param  list<float>  $at
     * @return array{fit: float, se_fit: float, se_prediction: float}|null null when the fit is singular
     */
    public function predict(array $at): ?array
    {
        if ($this->singular) {
            return null;
        }
        $row = [1.0, ...$at];
        $fit = $spread = 0.0;
        foreach ($row as $i => $value) {
            $fit += $this->coefficients[$i] * $value;
            foreach ($row as $j => $other) {
                $spread += $value * $this->inverse[$i][$j] * $other;
            }
        }
        $seFit = $this->residualStandardError * sqrt(max(0.0, $spread));

        return ['fit' => $fit, 'se_fit' => $seFit, 'se_prediction' => sqrt($this->residualStandardError ** 2 + $seFit ** 2)];
    }

    /**
     * Diagonal of the hat matrix for an observation: how much its own value pulls its fit.
     *
     * @param  list<float>  $at
     */
    public function leverage(array $at): float
    {
        $row = [1.0, ...$at];
        $sum = 0.0;
        foreach ($row as $i => $value) {
            foreach ($row as $j => $other) {
                $sum += $value * $this->inverse[$i][$j] * $other;
            }
        }

        return $sum;
    }

    /**
     * The leverage of every observation, 1/n + Σ q².
     *
     * @return list<float>
     */
    public function leverages(): array
    {
        $leverages = array_fill(0, $this->n, 1 / max(1, $this->n));
        foreach ($this->orthonormal as $column) {
            foreach ($column as $i => $value) {
                $leverages[$i] += $value * $value;
            }
        }

        return array_values($leverages);
    }

    /**
     * @param  list<float>  $a
     * @param  list<float>  $b
     */
    private static function dot(array $a, array $b): float
    {
        $sum = 0.0;
        foreach ($a as $i => $value) {
            $sum += $value * $b[$i];
        }

        return $sum;
    }

    /**
     * @param  array<int, array<int, float>>  $r  upper triangle, indices from 1
     * @return array<int, array<int, float>>
     */
    private static function invertTriangle(array $r, int $k): array
    {
        $inverse = [];
        for ($j = 1; $j < $k; $j++) {
            $inverse[$j][$j] = 1 / $r[$j][$j];
            for ($i = $j - 1; $i >= 1; $i--) {
                $sum = 0.0;
                for ($m = $i + 1; $m <= $j; $m++) {
                    $sum += $r[$i][$m] * $inverse[$m][$j];
                }
                $inverse[$i][$j] = -$sum / $r[$i][$i];
            }
        }

        return $inverse;
    }
}
