<?php

declare(strict_types=1);

namespace Tests\Core\Statistics;

use Logion\Statistics\Descriptive;
use Logion\Statistics\Quantile;
use Logion\Statistics\Rank;
use Logion\Statistics\Regression;
use Logion\Statistics\RootFinding;
use Logion\Statistics\StudentDistribution;
use Logion\Statistics\UnequalLengths;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What must hold for any sample, tried on many. */
final class PropertiesTest extends TestCase
{
    /** @return iterable<string, array{int}> */
    public static function seeds(): iterable
    {
        for ($seed = 1; $seed <= 20; $seed++) {
            yield "sample {$seed}" => [$seed];
        }
    }

    #[DataProvider('seeds')]
    public function test_quantiles_rise_with_their_probability_and_stay_inside_the_sample(int $seed): void
    {
        $x = $this->sample($seed, 37);
        $previous = -INF;
        for ($p = 0.0; $p <= 1.0; $p += 0.05) {
            $quantile = Quantile::ofSample($x, min(1.0, $p));
            $this->assertGreaterThanOrEqual($previous, $quantile);
            $previous = $quantile;
        }
        $this->assertSame([min($x), max($x)], [Quantile::ofSample($x, 0.0), Quantile::ofSample($x, 1.0)]);
    }

    #[DataProvider('seeds')]
    public function test_moving_and_scaling_a_sample_moves_and_scales_its_statistics(int $seed): void
    {
        $x = $this->sample($seed, 24);
        $y = array_map(static fn (float $v): float => 3 * $v - 7, $x);
        $this->assertEqualsWithDelta(3 * Descriptive::mean($x) - 7, Descriptive::mean($y), 1e-9);
        $this->assertEqualsWithDelta(3 * Descriptive::median($x) - 7, Descriptive::median($y), 1e-9);
        $this->assertEqualsWithDelta(3 * Descriptive::deviation($x), Descriptive::deviation($y), 1e-9);
        $this->assertEqualsWithDelta(3 * Descriptive::medianAbsoluteDeviation($x), Descriptive::medianAbsoluteDeviation($y), 1e-9);
        $this->assertEqualsWithDelta(1.0, Descriptive::correlation($x, $y)['correlation'], 1e-12);
    }

    #[DataProvider('seeds')]
    public function test_means_are_ordered(int $seed): void
    {
        $x = array_map(static fn (float $v): float => abs($v) + 0.1, $this->sample($seed, 15));
        $this->assertLessThanOrEqual(Descriptive::geometricMean($x) + 1e-12, Descriptive::harmonicMean($x));
        $this->assertLessThanOrEqual(Descriptive::mean($x) + 1e-12, Descriptive::geometricMean($x));
    }

    #[DataProvider('seeds')]
    public function test_ranks_are_a_permutation_with_the_right_sum(int $seed): void
    {
        $x = array_map('round', $this->sample($seed, 30));
        $ranks = Rank::of($x);
        $this->assertEqualsWithDelta((30 * 31) / 2, array_sum($ranks), 1e-9);
        foreach ($x as $i => $value) {
            foreach ($x as $j => $other) {
                $this->assertSame($value <=> $other, $ranks[$i] <=> $ranks[$j]);
            }
        }
        $this->assertEqualsWithDelta(31 - $ranks[0], Rank::of($x, 'average', true)[0], 1e-12);
    }

    #[DataProvider('seeds')]
    public function test_residuals_of_a_regression_are_orthogonal_to_its_regressors(int $seed): void
    {
        $a = $this->sample($seed, 40);
        $b = $this->sample($seed + 100, 40);
        $noise = $this->sample($seed + 200, 40);
        $y = array_map(static fn (float $p, float $q, float $e): float => 2 + 0.5 * $p - 3 * $q + $e, $a, $b, $noise);
        $fit = Regression::fit($y, [$a, $b]);
        foreach ([array_fill(0, 40, 1.0), $a, $b] as $column) {
            $this->assertEqualsWithDelta(
                0.0,
                array_sum(array_map(static fn (float $r, float $c): float => $r * $c, $fit->residuals, $column)),
                1e-8,
            );
        }
        $this->assertEqualsWithDelta($fit->fitted[3], $fit->predict([$a[3], $b[3]])['fit'], 1e-10);
        $this->assertEqualsWithDelta(
            3.0,
            array_sum(array_map(static fn (float $p, float $q): float => $fit->leverage([$p, $q]), $a, $b)),
            1e-8,
            'Leverages add up to the number of coefficients.',
        );
        $scaled = Regression::fit($y, [array_map(static fn (float $v): float => 1000 * $v, $a), $b]);
        $this->assertEqualsWithDelta($fit->coefficients[1] / 1000, $scaled->coefficients[1], 1e-10);
        $this->assertEqualsWithDelta($fit->tValues[1], $scaled->tValues[1], 1e-7);
        $this->assertEqualsWithDelta($fit->rSquared, $scaled->rSquared, 1e-12);
    }

    public function test_dependent_regressors_are_singular_and_have_no_prediction(): void
    {
        $a = $this->sample(1, 20);
        $fit = Regression::fit($this->sample(2, 20), [$a, array_map(static fn (float $v): float => 2 * $v + 1, $a)]);
        $this->assertTrue($fit->singular);
        $this->assertNull($fit->predict([1.0, 2.0]));
        $this->assertTrue(Regression::fit([1.0, 2.0], [[1.0, 2.0], [3.0, 5.0]])->singular, 'Fewer observations than coefficients.');
        $this->assertTrue(Regression::fit([1.0, 2.0, 3.0], [[0.1, 0.1, 0.1]])->singular, 'A constant regressor.');
    }

    public function test_series_of_different_length_are_refused(): void
    {
        $this->expectException(UnequalLengths::class);
        Regression::fit([1.0, 2.0, 3.0], [[1.0, 2.0]]);
    }

    public function test_a_constant_series_has_no_deviation_whatever_floating_point_says(): void
    {
        $this->assertSame(0.0, Descriptive::deviation([0.1, 0.1, 0.1]));
        $this->assertNull(Descriptive::correlation([0.1, 0.1, 0.1], [1.0, 2.0, 3.0])['correlation']);
        $this->assertSame([null, null, null], Descriptive::scores([0.1, 0.1, 0.1], 0.1, Descriptive::deviation([0.1, 0.1, 0.1])));
    }

    public function test_empty_samples_have_no_statistics(): void
    {
        $this->assertNull(Descriptive::mean([]));
        $this->assertNull(Descriptive::median([]));
        $this->assertNull(Descriptive::deviation([1.0]));
        $this->assertNull(Quantile::fences([]));
        $this->assertNull(Rank::percentile([], 1.0));
        $this->assertSame(['mean' => null, 'weight' => 0.0], Descriptive::weightedMean([1.0, null], [0.0, 3.0]));
    }

    public function test_students_distribution_agrees_with_tables(): void
    {
        foreach ([[12.706, 1, 0.05], [2.571, 5, 0.05], [2.086, 20, 0.05], [2.845, 20, 0.01], [1.96, 1e6, 0.05]] as [$t, $df, $p]) {
            $this->assertEqualsWithDelta($p, StudentDistribution::twoSided($t, $df), 2e-4);
            $this->assertSame(StudentDistribution::twoSided($t, $df), StudentDistribution::twoSided(-$t, $df));
        }
    }

    public function test_roots_are_found_where_they_are_and_nowhere_else(): void
    {
        $this->assertEqualsWithDelta(sqrt(2), RootFinding::bracketed(static fn (float $x): float => $x * $x - 2, 0, 2), 1e-12);
        $this->assertNull(RootFinding::bracketed(static fn (float $x): float => $x * $x + 1, -1, 1));
        $this->assertEqualsWithDelta(
            [-2.0, 0.5, 3.0],
            RootFinding::scan(static fn (float $x): float => ($x + 2) * ($x - 0.5) * ($x - 3), -5, 5),
            1e-9,
        );
        $this->assertEqualsWithDelta(
            [4.0],
            RootFinding::scan(static fn (float $x): ?float => $x < 1 ? null : $x - 4, -10, 10),
            1e-9,
            'Undefined stretches are passed over.',
        );
    }

    /** @return list<float> */
    private function sample(int $seed, int $n): array
    {
        mt_srand($seed);

        return array_map(static fn (): float => (20 * mt_rand()) / mt_getrandmax() - 8, range(1, $n));
    }
}
