<?php

declare(strict_types=1);

namespace Logion\Market\Risk;

use Logion\Market\PriceSeries;
use Logion\Statistics\Descriptive;
use Logion\Statistics\SimpleRegression;
use Logion\Time\Day;

/**
 * Beta by ordinary least squares of a security's returns on an index's returns.
 *
 * @see M. E. Blume, "On the Assessment of Risk", The Journal of Finance 26(1), 1971 (the adjustment 1/3 + 2/3 β)
 */
final readonly class Beta
{
    private function __construct(
        public int $observations,
        public float $alpha,
        public float $beta,
        public float $standardErrorAlpha,
        public float $standardErrorBeta,
        public ?float $tValue,
        public ?float $rSquared,
        public float $residualStandardError,
        public ?float $correlation,
        public ?int $firstMonth = null,
        public ?int $lastMonth = null,
        public int $monthsJoined = 0,
    ) {
    }

    public function blume(): float
    {
        return 1 / 3 + (2 / 3) * $this->beta;
    }

    /**
     * @param  list<float>  $security  returns per period
     * @param  list<float>  $index  returns of the same periods
     * @param  list<int>  $months  those joined to make them, YYYYMM, the latest first; none where returns were given
     * @return self|null null with fewer than three returns or an index that does not move
     */
    public static function ofReturns(array $security, array $index, array $months = []): ?self
    {
        $fit = count($security) < 3 ? null : SimpleRegression::fit($security, $index);

        return $fit === null
            ? null
            : new self(
                $fit->n,
                $fit->intercept,
                $fit->slope,
                $fit->standardErrorIntercept,
                $fit->standardErrorSlope,
                $fit->tValue,
                $fit->rSquared,
                $fit->residualStandardError,
                $fit->correlation,
                $months[count($months) - 1] ?? null,
                $months[0] ?? null,
                count($months),
            );
    }

    /**
     * Month-end pipeline: last close of each month per series, months not yet over on the as-of date dropped, joined on
     * month, the last `maximum` + 1 kept, returns between consecutive joined months on total-return closes.
     *
     * @return self|null null with too few joined months for a regression
     */
    public static function monthly(PriceSeries $security, PriceSeries $index, int $asOf, int $maximum = 60): ?self
    {
        $indexEnds = $index->monthEnds();
        $complete = Day::month($asOf);
        if (Day::lastWeekdayOfMonth($complete) > $asOf) {
            $complete--;
        }
        $ofSecurity = $security->adjusted;
        $ofIndex = $index->adjusted;
        $joined = $a = $b = [];
        $later = $laterIndex = null;
        // From the latest month back, until there are enough.
        foreach (array_reverse($security->monthEnds(), true) as $month => $at) {
            if ($month > $complete || ! isset($indexEnds[$month])) {
                continue;
            }
            $close = $ofSecurity[$at];
            $level = $ofIndex[$indexEnds[$month]];
            if ($later !== null) {
                $a[] = $later / $close - 1;
                $b[] = $laterIndex / $level - 1;
            }
            $later = $close;
            $laterIndex = $level;
            $joined[] = $month;
            if (count($joined) > $maximum) {
                break;
            }
        }

        return self::ofReturns(array_reverse($a), array_reverse($b), $joined);
    }

    /**
     * Slope over the last `window` returns ending at each date; null until the window is full or where the index does not move.
     *
     * @param  list<float>  $security  closes
     * @param  list<float>  $index  closes
     * @return list<?float>
     */
    public static function rolling(array $security, array $index, int $window): array
    {
        $a = \Logion\Market\Returns::simple($security);
        $b = \Logion\Market\Returns::simple($index);
        $result = array_fill(0, count($security), null);
        for ($i = $window; $i < count($security); $i++) {
            $x = array_slice($b, $i - $window, $window);
            $variance = Descriptive::variance($x);
            $result[$i] =
                $variance === null || $variance == 0.0
                    ? null
                    : Descriptive::correlation($x, array_slice($a, $i - $window, $window))['covariance'] / $variance;
        }

        return array_values($result);
    }
}
