<?php

declare(strict_types=1);

namespace Tests\Core\ValueMethod;

use Logion\Statistics\Descriptive;
use Logion\Statistics\NormalDistribution;
use Logion\Valuation\InvalidAssumption;
use Logion\ValueMethod\InputDistribution;
use Logion\ValueMethod\ValueSheet;
use Logion\ValueMethod\ValueSimulation;
use Logion\ValueMethod\ValueSubject;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;

/** Draws have the mean, spread and togetherness they were asked for, and the same seed gives the same. */
final class ValueSimulationTest extends TestCase
{
    private function simulation(array $distributions, array $correlations = []): ValueSimulation
    {
        $scope = Books::scope([2024 => ['revenue' => 100], 2025 => ['revenue' => 110]]);
        $sheet = new ValueSheet(new LinearMethod(), new ValueSubject($scope, null));

        return new ValueSimulation($sheet, $distributions, $correlations);
    }

    public function test_some_of_the_draws_of_a_seed_are_those_that_all_of_them_have_there(): void
    {
        $drawn = ['kind' => 'normal', 'mean' => 10, 'deviation' => 2];
        foreach ([['a' => $drawn], ['a' => $drawn, 'b' => $drawn]] as $distributions) {
            $simulation = $this->simulation($distributions);
            $all = $simulation->values(0, 60, 5);
            $parts = array_map(static fn (array $of): array => $simulation->values($of[0], $of[1], 5), [[0, 20], [20, 1], [21, 39]]);
            $this->assertSame($all, array_merge(...$parts));
        }
    }

    public function test_the_histogram_lies_between_the_first_and_the_last_half_hundredth(): void
    {
        $told = ValueSimulation::told(array_map(floatval(...), range(0, 1000)), 1001, 499.5);
        $bars = $told['histogram'];
        $this->assertEqualsWithDelta([5.0, 995.0], [$bars[0]['from'], $bars[39]['to']], 1e-9);
        $this->assertSame(1001, array_sum(array_column($bars, 'count')));
        $this->assertSame([30, 25], [$bars[0]['count'], $bars[20]['count']], 'what lies beyond is in the outer ones');
        $this->assertEqualsWithDelta(501 / 1001, $told['chance_above_price'], 1e-12);
        $this->assertEqualsWithDelta(500.0, $told['mean'], 1e-9);
    }

    /** @return iterable<string, array{array<string, mixed>, float, float}> distribution, mean and deviation */
    public static function kinds(): iterable
    {
        yield 'normal' => [['kind' => 'normal', 'mean' => 10, 'deviation' => 2], 10.0, 2.0];
        yield 'log-normal' => [['kind' => 'log_normal', 'mean' => 10, 'deviation' => 3], 10.0, 3.0];
        yield 'uniform' => [['kind' => 'uniform', 'low' => 6, 'high' => 18], 12.0, 12 / sqrt(12)];
        yield 'triangular' => [
            ['kind' => 'triangular', 'low' => 4, 'mode' => 6, 'high' => 14],
            8.0,
            sqrt((16 + 36 + 196 - 24 - 84 - 56) / 18),
        ];
        yield 'certain' => [['kind' => 'normal', 'mean' => 10, 'deviation' => 0], 10.0, 0.0];
    }

    #[DataProvider('kinds')]
    public function test_a_linear_value_has_the_mean_and_deviation_of_the_formula(array $distribution, float $mean, float $deviation): void
    {
        $told = $this->simulation(['a' => $distribution])->run(20_000, 7, null);
        $this->assertEqualsWithDelta(3 * $mean - 3, $told['mean'], 4 * ((3 * $deviation) / sqrt(20_000)) + 1e-9);
        $this->assertEqualsWithDelta(3 * $deviation, $told['deviation'], 0.05 * 3 * $deviation + 1e-9);
        $this->assertSame(0, $told['without_value']);
        $this->assertNull($told['chance_above_price']);
    }

    public function test_what_moves_together_widens_or_narrows_the_value(): void
    {
        $both = ['a' => ['kind' => 'normal', 'mean' => 10, 'deviation' => 2], 'b' => ['kind' => 'normal', 'mean' => 4, 'deviation' => 1]];
        foreach ([-0.8, 0.0, 0.5, 1.0] as $rho) {
            $told = $this->simulation($both, ['b' => ['a' => $rho]])->run(20_000, 11, 27.0);
            // 3a − 2b: variance 36 + 4 − 24ρ.
            $this->assertEqualsWithDelta(sqrt(40 - 24 * $rho), $told['deviation'], 0.12, "ρ {$rho}");
            $this->assertEqualsWithDelta(0.5, $told['chance_above_price'], 0.02);
        }
    }

    public function test_the_same_seed_gives_the_same_and_another_another(): void
    {
        $of = ['a' => ['kind' => 'uniform', 'low' => 1, 'high' => 2]];
        $first = $this->simulation($of)->run(1000, 5, 20.0);
        $this->assertSame($first, $this->simulation($of)->run(1000, 5, 20.0));
        $this->assertNotSame($first['mean'], $this->simulation($of)->run(1000, 6, 20.0)['mean']);
        $told = [];
        $this->simulation($of)->run(1500, 5, null, static function (int $done) use (&$told): void {
            $told[] = $done;
        });
        $this->assertSame([500, 1000, 1500], $told);
    }

    public function test_stretches_of_the_draws_together_are_the_draws(): void
    {
        $simulation = $this->simulation(
            ['a' => ['kind' => 'uniform', 'low' => 1, 'high' => 2], 'b' => ['kind' => 'normal', 'mean' => 25, 'deviation' => 8]],
            ['a' => ['b' => 0.4]],
        );
        $whole = $simulation->values(0, 2000, 5);
        $stretches = array_map(static fn (array $of): array => $simulation->values(...$of), [[0, 1, 5], [1, 699, 5], [700, 1300, 5]]);
        $this->assertSame($whole, array_merge(...$stretches));
        $this->assertSame($simulation->run(2000, 5, 20.0), ValueSimulation::told(array_reverse($whole), 2000, 20.0));
        $this->assertNotSame($simulation->values(0, 700, 5), $simulation->values(700, 700, 5));
        $this->expectException(InvalidAssumption::class);
        $simulation->values(ValueSimulation::MOST_DRAWS - 10, 11, 5);
    }

    public function test_percentiles_rise_the_histogram_holds_every_draw_and_what_has_no_value_is_counted(): void
    {
        $told = $this->simulation(['b' => ['kind' => 'uniform', 'low' => 20, 'high' => 40]])->run(4000, 3, -10.0);
        $this->assertEqualsWithDelta(2000, $told['without_value'], 200);
        $this->assertSame(4000 - $told['without_value'], array_sum(array_column($told['histogram'], 'count')));
        $values = array_column($told['percentiles'], 'value');
        $sorted = $values;
        sort($sorted);
        $this->assertSame($sorted, $values);
        // 35 − 2b above −10 is b below 22.5: an eighth of the draws, those without a value among the rest.
        $this->assertEqualsWithDelta(0.125, $told['chance_above_price'], 0.02);
    }

    public function test_what_cannot_be_is_refused_and_names_the_input(): void
    {
        $normal = ['kind' => 'normal', 'mean' => 1, 'deviation' => 1];
        $refused = [
            'a' => [['a' => ['kind' => 'bell']], []],
            'a ' => [['a' => ['kind' => 'normal', 'mean' => 1]], []],
            'a  ' => [['a' => ['kind' => 'normal', 'mean' => 1, 'deviation' => -1]], []],
            'a   ' => [['a' => ['kind' => 'log_normal', 'mean' => 0, 'deviation' => 1]], []],
            'a    ' => [['a' => ['kind' => 'uniform', 'low' => 2, 'high' => 1]], []],
            'a     ' => [['a' => ['kind' => 'triangular', 'low' => 1, 'mode' => 3, 'high' => 2]], []],
            'c' => [['c' => $normal], []],
            'distributions' => [[], []],
            'correlations' => [['a' => $normal, 'b' => $normal], ['a' => ['b' => 1.2]]],
            'correlations ' => [['a' => $normal], ['a' => ['b' => 0.2]]],
            'correlations  ' => [
                ['a' => $normal, 'b' => $normal, 'years' => $normal],
                ['a' => ['b' => 0.9, 'years' => 0.9], 'b' => ['years' => -0.9]],
            ],
        ];
        foreach ($refused as $name => [$distributions, $correlations]) {
            try {
                $this->simulation($distributions, $correlations);
                $this->fail("taken: {$name}");
            } catch (InvalidAssumption $refusal) {
                $this->assertSame(trim($name), $refusal->assumption);
            }
        }
        $this->expectException(InvalidAssumption::class);
        $this->simulation(['a' => $normal])->run(0, 1, null);
    }

    public function test_the_normal_distribution_agrees_with_its_tables(): void
    {
        foreach (
            [[0.0, 0.5], [1.0, 0.841344746068543], [1.96, 0.97500210485178], [3.0, 0.99865010196837], [5.0, 0.999999713348428]] as [$z, $p]
        ) {
            $this->assertEqualsWithDelta($p, NormalDistribution::below($z), 1e-14);
            $this->assertEqualsWithDelta(1 - $p, NormalDistribution::below(-$z), 1e-14);
        }
        $this->assertEqualsWithDelta(NormalDistribution::below(3.5355), NormalDistribution::below(3.5356), 1e-7, 'both ways meet');
        $spread = array_map(InputDistribution::of('x', ['kind' => 'uniform', 'low' => 0, 'high' => 1])->at(...), [-1.0, 0.0, 1.0]);
        $this->assertEqualsWithDelta(0.5, Descriptive::mean($spread), 1e-12);
    }
}
