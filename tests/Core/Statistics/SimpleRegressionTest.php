<?php

declare(strict_types=1);

namespace Tests\Core\Statistics;

use Logion\Statistics\Descriptive;
use Logion\Statistics\Regression;
use Logion\Statistics\SimpleRegression;
use Logion\Statistics\UnequalLengths;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** A regression on one variable is the general one with one regressor. */
final class SimpleRegressionTest extends TestCase
{
    /** @return iterable<string, array{list<float>, list<float>}> y and x */
    public static function samples(): iterable
    {
        foreach (range(1, 12) as $seed) {
            mt_srand($seed);
            $random = static fn (): float => mt_rand() / mt_getrandmax() - 0.5;
            $x = $y = [];
            for ($i = 0; $i < 2 + 7 * $seed; $i++) {
                $x[] = 10 ** ($seed % 4) * $random();
                $y[] = 0.7 * $x[$i] + $random();
            }
            yield "random {$seed}" => [$y, $x];
        }
        yield 'far from zero' => [[1e6 + 1, 1e6 + 2.5, 1e6 + 2.75, 1e6 + 5], [1e7 + 1, 1e7 + 2, 1e7 + 3, 1e7 + 4]];
        yield 'exact' => [[3.0, 5.0, 7.0, 9.0], [1.0, 2.0, 3.0, 4.0]];
        yield 'constant' => [[0.1, 0.1, 0.1, 0.1], [1.0, 2.0, 4.0, 3.0]];
        yield 'two' => [[1.0, 3.0], [5.0, 4.0]];
    }

    /**
     * @param  list<float>  $y
     * @param  list<float>  $x
     */
    #[DataProvider('samples')]
    public function test_it_is_the_regression_with_one_regressor(array $y, array $x): void
    {
        $fit = SimpleRegression::fit($y, $x);
        $general = Regression::fit($y, [$x]);
        $this->assertNotNull($fit);
        $expected = [
            ...$general->coefficients,
            ...$general->standardErrors,
            $general->tValues[1],
            $general->rSquared,
            $general->residualStandardError,
            Descriptive::correlation($x, $y)['correlation'],
        ];
        $got = [
            $fit->intercept,
            $fit->slope,
            $fit->standardErrorIntercept,
            $fit->standardErrorSlope,
            $fit->tValue,
            $fit->rSquared,
            $fit->residualStandardError,
            $fit->correlation,
        ];
        $this->assertSame($general->n, $fit->n);
        foreach ($expected as $i => $value) {
            $value === null
                ? $this->assertNull($got[$i], "figure {$i}")
                : $this->assertEqualsWithDelta($value, $got[$i], 1e-9 * max(1e-3, abs($value)), "figure {$i}");
        }
    }

    public function test_there_is_none_on_what_does_not_move_or_of_one_observation(): void
    {
        $this->assertNull(SimpleRegression::fit([1.0, 2.0, 3.0], [0.1, 0.1, 0.1]));
        $this->assertNull(SimpleRegression::fit([1.0, 2.0, 3.0], [1e9, 1e9 + 1e-4, 1e9]));
        $this->assertNull(SimpleRegression::fit([1.0], [2.0]));
        $this->assertNull(SimpleRegression::fit([], []));
    }

    public function test_what_moves_by_next_to_nothing_still_has_a_slope(): void
    {
        $small = SimpleRegression::fit([0.0, 1e-170, 3e-170], [1.0, 2.0, 3.0]);
        $this->assertNotNull($small);
        $this->assertEqualsWithDelta(1.5e-170, $small->slope, 1e-180);
        $this->assertNull($small->correlation);
        $small = SimpleRegression::fit([1e-90, 2e-90, 3e-90], [1e-90, 2e-90, 3e-90]);
        $this->assertNotNull($small);
        $this->assertEqualsWithDelta(1.0, (float) $small->correlation, 1e-12);
    }

    public function test_lists_of_different_length_are_refused(): void
    {
        $this->expectException(UnequalLengths::class);
        SimpleRegression::fit([1.0, 2.0, 3.0], [1.0, 2.0]);
    }
}
