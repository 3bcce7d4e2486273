<?php

declare(strict_types=1);

namespace Logion\Comparison;

use Logion\Statistics\Regression;
use Logion\Statistics\StudentDistribution;

/**
 * The fit of a regression across companies, with what a careful reader looks for: who pulls the line, who lies far off it.
 *
 * @see R. D. Cook, "Detection of Influential Observation in Linear Regression", Technometrics 19(1), 1977
 */
final readonly class CrossSectionalFit
{
    /** Residuals of so many of their own deviations are marked. */
    private const FAR = 2.5;

    /**
     * @param  list<int>  $positions  companies that have every figure
     * @param  list<float>  $dependent  logs taken
     * @param  list<list<float>>  $regressors  logs taken
     * @param  int  $dropped  companies without one of the figures
     * @param  bool  $logged  whether the dependent figure is a logarithm
     */
    public function __construct(
        public Regression $regression,
        public array $positions,
        public array $dependent,
        public array $regressors,
        public int $dropped,
        private bool $logged,
    ) {
    }

    /** @return list<float|null> two-sided p-value of each coefficient, intercept first */
    public function pValues(): array
    {
        $freedom = $this->regression->degreesOfFreedom;

        return array_map(
            static fn (?float $t): ?float => $t === null || $freedom < 1 ? null : StudentDistribution::twoSided($t, $freedom),
            $this->regression->tValues,
        );
    }

    /**
     * In a word how far a p-value speaks against a coefficient of nothing, at the customary levels of 1, 5 and 10 per cent.
     *
     * @return 'strong'|'fair'|'weak'|'none'|null
     */
    public static function evidence(?float $p): ?string
    {
        return match (true) {
            $p === null => null,
            $p < 0.01 => 'strong',
            $p < 0.05 => 'fair',
            $p < 0.1 => 'weak',
            default => 'none',
        };
    }

    /**
     * One row per company: fitted value and residual, the residual over its own deviation, leverage, and marks. Of more than
     * so many, those that are marked and an even share of the others.
     *
     * @return list<array{position: int, dependent: float, regressors: list<float>, fitted: float, residual: float, premium: float|null,
     *     studentised: float|null, leverage: float, cook: float|null, marks: list<'leverage'|'outlier'|'influence'>}>
     */
    public function rows(int $most = PHP_INT_MAX): array
    {
        $n = count($this->positions);
        $k = count($this->regressors) + 1;
        $s = $this->regression->residualStandardError;
        $step = $n <= $most ? 1 : intdiv(2 * $n, $most);
        $room = $n <= $most ? $n : intdiv($most, 2);
        $rows = [];
        foreach ($this->regression->leverages() as $i => $leverage) {
            $residual = $this->regression->residuals[$i];
            $own = $s * sqrt(max(0.0, 1 - $leverage));
            $studentised = $own > 0 ? $residual / $own : null;
            $far = $studentised !== null && abs($studentised) > self::FAR;
            $pulls = $leverage > (2 * $k) / $n;
            if ($i % $step !== 0 && (! ($far || $pulls) || --$room < 0)) {
                continue;
            }
            $cook = $studentised === null || $leverage >= 1 ? null : ($studentised ** 2 * $leverage) / (1 - $leverage) / $k;
            $fitted = $this->regression->fitted[$i];
            $rows[] = [
                'position' => $this->positions[$i],
                'dependent' => $this->dependent[$i],
                'regressors' => array_map(static fn (array $x): float => $x[$i], $this->regressors),
                'fitted' => $fitted,
                'residual' => $residual,
                'premium' => $this->logged ? exp($residual) - 1 : ($fitted > 0 ? $residual / $fitted : null),
                'studentised' => $studentised,
                'leverage' => $leverage,
                'cook' => $cook,
                'marks' => array_keys(
                    array_filter(['leverage' => $pulls, 'outlier' => $far, 'influence' => $pulls && $cook !== null && $cook > 4 / $n]),
                ),
            ];
        }

        return $rows;
    }
}
