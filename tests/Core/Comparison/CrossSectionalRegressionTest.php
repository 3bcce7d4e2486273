<?php

declare(strict_types=1);

namespace Tests\Core\Comparison;

use Logion\Comparison\CrossSectionalFit;
use Logion\Comparison\CrossSectionalRegression;
use Logion\Comparison\InvalidRegression;
use Logion\Comparison\OwnMetricDefinition;
use Logion\CrossSection\Universe;
use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Metric\Catalogue;
use PHPUnit\Framework\TestCase;
use Tests\Core\CrossSection\MakesUniverses;

final class CrossSectionalRegressionTest extends TestCase
{
    use MakesUniverses;

    /** @param  list<string>  $regressors */
    private static function fit(Universe $universe, string $dependent, array $regressors, bool $log = false): CrossSectionalFit
    {
        return CrossSectionalRegression::fromArray([
            'dependent' => ['formula' => $dependent, 'log' => $log],
            'regressors' => array_map(static fn (string $x): array => ['formula' => $x], $regressors),
        ])->fit($universe, $universe->positions());
    }

    public function test_companies_without_a_figure_are_left_out_and_counted(): void
    {
        $universe = self::of([
            'price_to_book' => [1.0, 3.0, 5.0, Absence::of(Reason::Missing), 7.1],
            'return_on_equity' => [0.1, 0.2, 0.3, 0.4, Absence::of(Reason::Missing)],
        ]);
        $fit = self::fit($universe, 'price_to_book', ['return_on_equity']);
        $this->assertSame([0, 1, 2], $fit->positions);
        $this->assertSame(2, $fit->dropped);
        $this->assertEqualsWithDelta(-1.0, $fit->regression->coefficients[0], 1e-12);
        $this->assertEqualsWithDelta(20.0, $fit->regression->coefficients[1], 1e-12);
    }

    public function test_leverages_add_up_to_the_number_of_coefficients_and_residuals_to_nothing(): void
    {
        foreach ([1, 2, 3] as $seed) {
            $rows = ($fit = self::fit(self::drawn($seed), 'price_to_book', ['return_on_equity', 'price_to_earnings']))->rows();
            $this->assertEqualsWithDelta(3.0, array_sum(array_column($rows, 'leverage')), 1e-9);
            $this->assertEqualsWithDelta(0.0, array_sum(array_column($rows, 'residual')), 1e-8);
            foreach (array_slice($rows, 0, 25) as $row) {
                $this->assertEqualsWithDelta($fit->regression->leverage($row['regressors']), $row['leverage'], 1e-9);
                $this->assertEqualsWithDelta($row['dependent'], $row['fitted'] + $row['residual'], 1e-9);
            }
        }
    }

    public function test_who_lies_far_off_or_pulls_the_line_is_marked(): void
    {
        $y = $x = [];
        for ($i = 0; $i < 40; $i++) {
            $x[] = (float) ($i % 20);
            $y[] = 2.0 * ($i % 20) + 1 + ((($i * 7) % 5) - 2) / 10;
        }
        [$x[], $y[]] = [10.0, 60.0];
        [$x[], $y[]] = [90.0, 100.0];
        $rows = self::fit(self::of(['price_to_book' => $y, 'price_to_earnings' => $x]), 'price_to_book', ['price_to_earnings'])->rows();
        $this->assertContains('outlier', $rows[40]['marks']);
        $this->assertContains('leverage', $rows[41]['marks']);
        $this->assertContains('influence', $rows[41]['marks']);
        $this->assertSame([], $rows[5]['marks']);
    }

    public function test_in_logs_the_residual_is_a_premium_in_per_cent(): void
    {
        $universe = self::of(['price_to_book' => [1.0, 2.0, 4.0, 8.0, 32.0, -3.0], 'price_to_earnings' => [1.0, 2.0, 3.0, 4.0, 5.0, 6.0]]);
        $fit = self::fit($universe, 'price_to_book', ['price_to_earnings'], true);
        $this->assertSame(1, $fit->dropped, 'A logarithm of a negative figure does not exist.');
        foreach ($fit->rows() as $row) {
            $this->assertEqualsWithDelta(exp($row['dependent']) / exp($row['fitted']) - 1, $row['premium'], 1e-9);
        }
        $p = $fit->pValues();
        $this->assertCount(2, $p);
        $this->assertTrue($p[1] > 0 && $p[1] < 0.01);
    }

    public function test_shifting_and_scaling_a_regressor_changes_no_fitted_value(): void
    {
        $universe = self::drawn(8);
        $plain = self::fit($universe, 'price_to_book', ['return_on_equity', 'price_to_earnings'])->regression;
        $moved = self::fit($universe, 'price_to_book', ['return_on_equity * 100 + 5', 'price_to_earnings'])->regression;
        foreach ($plain->fitted as $i => $fitted) {
            $this->assertEqualsWithDelta($fitted, $moved->fitted[$i], 1e-8);
        }
        $this->assertEqualsWithDelta($plain->coefficients[1] / 100, $moved->coefficients[1], 1e-9);
    }

    public function test_a_saved_regression_gives_residual_and_fitted_value_as_columns(): void
    {
        $definition = ['dependent' => ['formula' => 'price_to_book'], 'regressors' => [['formula' => 'return_on_equity']]];
        $catalogue = Catalogue::builtIn()->with(OwnMetricDefinition::make('unexplained', 'Unexplained', 'regression', $definition));
        $universe = self::of(
            ['price_to_book' => [1.0, 3.0, 5.0, 8.0], 'return_on_equity' => [0.1, 0.2, 0.3, Absence::of(Reason::Missing)]],
            catalogue: $catalogue,
        );
        foreach ([0, 1, 2] as $i) {
            $this->assertEqualsWithDelta(0.0, $universe->column('unexplained')->at($i), 1e-12);
            $this->assertEqualsWithDelta(
                $universe->column('price_to_book')->at($i),
                $universe->column('unexplained_fitted')->at($i),
                1e-12,
            );
        }
        $this->assertNull($universe->column('unexplained')->at(3));
    }

    public function test_what_cannot_be_regressed_is_refused_with_the_remedy(): void
    {
        $universe = self::of([
            'price_to_book' => [1.0, 2.0, 3.0, 4.0],
            'return_on_equity' => [0.1, 0.1, 0.1, 0.1],
            'price_to_earnings' => [1.0, 3.0, 2.0, Absence::of(Reason::Missing)],
        ]);
        foreach (
            [
                [['return_on_equity'], 'same for all'],
                [['price_to_earnings', 'price_to_earnings * 2'], '4 are needed'],
                [array_fill(0, 7, 'price_to_earnings'), '1 to 6'],
                [[], '1 to 6'],
                [[' '], 'no formula'],
            ] as [$regressors, $part]
        ) {
            try {
                self::fit($universe, 'price_to_book', $regressors);
                $this->fail('Accepted '.implode(', ', $regressors));
            } catch (InvalidRegression $error) {
                $this->assertStringContainsString($part, $error->getMessage());
            }
        }
    }

    public function test_evidence_is_put_in_words_at_the_customary_levels(): void
    {
        $this->assertSame(
            ['strong', 'fair', 'fair', 'weak', 'weak', 'none', null],
            array_map(CrossSectionalFit::evidence(...), [0.0099, 0.01, 0.0499, 0.05, 0.0999, 0.1, null]),
        );
    }

    public function test_a_small_regression_by_hand(): void
    {
        // y = 1, 2, 4 on x = 1, 2, 3: slope 1.5, intercept −2/3, residuals 1/6, −1/3, 1/6; one degree of freedom.
        $fit = self::fit(self::of(['price_to_book' => [1.0, 2.0, 4.0], 'price_to_earnings' => [1.0, 2.0, 3.0]]), 'price_to_book', [
            'price_to_earnings',
        ]);
        $this->assertEqualsWithDelta([-2 / 3, 1.5], $fit->regression->coefficients, 1e-12);
        $s = sqrt(1 / 6);
        $rows = $fit->rows();
        foreach ([[1 / 6, 5 / 6], [-1 / 3, 1 / 3], [1 / 6, 5 / 6]] as $i => [$residual, $leverage]) {
            $this->assertEqualsWithDelta([$residual, $leverage], [$rows[$i]['residual'], $rows[$i]['leverage']], 1e-12);
            $studentised = $residual / ($s * sqrt(1 - $leverage));
            $this->assertEqualsWithDelta($studentised, $rows[$i]['studentised'], 1e-9);
            $this->assertEqualsWithDelta(($studentised ** 2 * $leverage) / (1 - $leverage) / 2, $rows[$i]['cook'], 1e-9);
            $this->assertEqualsWithDelta($residual / $rows[$i]['fitted'], $rows[$i]['premium'], 1e-9);
        }
        // With one degree of freedom t has the distribution of Cauchy: p = 1 − 2/π · arctan t.
        $t = 1.5 / ($s / sqrt(2));
        $this->assertEqualsWithDelta(1 - (2 / M_PI) * atan($t), $fit->pValues()[1], 1e-9);
        // Two points fit exactly and leave no freedom to judge by.
        $this->expectException(InvalidRegression::class);
        self::fit(self::of(['price_to_book' => [1.0, 2.0], 'price_to_earnings' => [1.0, 2.0]]), 'price_to_book', ['price_to_earnings']);
    }

    public function test_nothing_and_less_have_no_logarithm(): void
    {
        $fit = self::fit(
            self::of(['price_to_book' => [1.0, 0.0, -1.0, M_E, M_E ** 2, M_E ** 4], 'price_to_earnings' => [0.0, 1.0, 2.0, 1.0, 2.0, 4.0]]),
            'price_to_book',
            ['price_to_earnings'],
            true,
        );
        $this->assertSame([[0, 3, 4, 5], 2], [$fit->positions, $fit->dropped]);
        $this->assertEqualsWithDelta([0.0, 1.0], $fit->regression->coefficients, 1e-12);
    }

    public function test_a_fit_without_a_residual_has_no_p_values(): void
    {
        $universe = self::of(['price_to_book' => [3.0, 3.0, 3.0, 3.0], 'return_on_equity' => [0.1, 0.2, 0.3, 0.4]]);
        $this->assertSame([null, null], self::fit($universe, 'price_to_book', ['return_on_equity'])->pValues());
    }
}
