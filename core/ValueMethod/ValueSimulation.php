<?php

declare(strict_types=1);

namespace Logion\ValueMethod;

use Logion\Figure\Words;
use Logion\Statistics\Descriptive;
use Logion\Statistics\Quantile;
use Logion\Valuation\InvalidAssumption;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * A value drawn many times from what its inputs may be: the same seed gives the same draws. Inputs that move together are drawn from normal
 * figures with a correlation, by the factor of A.-L. Cholesky.
 */
final class ValueSimulation
{
    public const MOST_DRAWS = 100_000;

    private const BINS = 40;

    /** As fine as a float can tell. */
    private const GRAIN = 2 ** 53;

    private const PERCENTILES = [0.01, 0.05, 0.1, 0.25, 0.5, 0.75, 0.9, 0.95, 0.99];

    /** @var list<string> */
    private readonly array $names;

    /** @var list<InputDistribution> */
    private readonly array $distributions;

    /** @var list<list<float>> lower triangle */
    private readonly array $factor;

    /**
     * @param  array<string, array<string, mixed>>  $distributions  by input, see {@see InputDistribution::of()}
     * @param  array<string, array<string, float>>  $correlations  of pairs of inputs, either way round; none is nought
     *
     * @throws InvalidAssumption if a distribution or the correlations are impossible
     */
    public function __construct(private readonly ValueSheet $sheet, array $distributions, array $correlations = [])
    {
        if ($distributions === []) {
            throw InvalidAssumption::malformed('distributions', Words::say('give_at_least_one_input_to_draw'));
        }
        foreach (array_keys($distributions) as $name) {
            if (! isset($sheet->inputs[$name])) {
                throw InvalidAssumption::unknown($name, ...array_keys($sheet->inputs));
            }
        }
        $this->names = array_keys($distributions);
        $this->distributions = array_map(
            static fn (string $name): InputDistribution => InputDistribution::of($name, $distributions[$name]),
            $this->names,
        );
        $this->factor = self::factor($this->names, $correlations);
    }

    /**
     * @param  (\Closure(int): void)|null  $progress  told how many draws are done
     * @return array{draws: int, without_value: int, mean: ?float, deviation: ?float, percentiles: list<array{at: float, value: ?float}>,
     *     histogram: list<array{from: float, to: float, count: int}>, chance_above_price: ?float}
     */
    public function run(int $draws, int $seed, ?float $price, ?\Closure $progress = null): array
    {
        return self::told($this->values(0, $draws, $seed, $progress), $draws, $price);
    }

    /**
     * Values of some of the draws of a seed: whoever draws others of them draws what follows or went before.
     *
     * @param  int  $from  draws that went before
     * @param  (\Closure(int): void)|null  $progress  told how many draws are done
     * @return list<float> of those that have one
     */
    public function values(int $from, int $draws, int $seed, ?\Closure $progress = null): array
    {
        if ($draws < 1 || $from + $draws > self::MOST_DRAWS) {
            throw InvalidAssumption::outOfRange('draws', Words::say('between_and', max_years: self::MOST_DRAWS));
        }
        $randomizer = new Randomizer(new Mt19937($seed));
        $values = [];
        $count = count($this->names);
        for ($i = 0; $i < 2 * $count * $from; $i++) {
            self::uniform($randomizer);
        }
        for ($i = 1; $i <= $draws; $i++) {
            $z = [];
            for ($k = 0; $k < $count; $k++) {
                $z[] = sqrt(-2 * log(self::uniform($randomizer))) * cos(2 * M_PI * self::uniform($randomizer));
            }
            $figures = [];
            foreach ($this->factor as $k => $row) {
                $together = 0.0;
                foreach ($row as $j => $of) {
                    $together += $of * $z[$j];
                }
                $figures[$this->names[$k]] = $this->distributions[$k]->at($together);
            }
            $value = $this->sheet->centre($figures);
            if ($value !== null) {
                $values[] = $value;
            }
            if ($progress !== null && $i % 500 === 0) {
                $progress($i);
            }
        }

        return $values;
    }

    /**
     * What values say together, in whatever order.
     *
     * @param  list<float>  $values
     * @return array{draws: int, without_value: int, mean: ?float, deviation: ?float, percentiles: list<array{at: float, value: ?float}>,
     *     histogram: list<array{from: float, to: float, count: int}>, chance_above_price: ?float}
     */
    public static function told(array $values, int $draws, ?float $price): array
    {
        sort($values);
        $above = $price === null ? null : count(array_filter($values, static fn (float $of): bool => $of > $price));

        return [
            'draws' => $draws,
            'without_value' => $draws - count($values),
            'mean' => Descriptive::mean($values),
            'deviation' => Descriptive::deviation($values),
            'percentiles' => array_map(
                static fn (float $at): array => ['at' => $at, 'value' => Quantile::ofSorted($values, $at)],
                self::PERCENTILES,
            ),
            'histogram' => self::histogram($values),
            // A draw without a value is none above the price.
            'chance_above_price' => $above === null ? null : $above / $draws,
        ];
    }

    /** Above nothing and up to one. */
    private static function uniform(Randomizer $randomizer): float
    {
        return ($randomizer->getInt(0, self::GRAIN - 1) + 1) / self::GRAIN;
    }

    /**
     * @param  list<string>  $names
     * @param  array<string, array<string, float>>  $correlations
     * @return list<list<float>>
     */
    private static function factor(array $names, array $correlations): array
    {
        foreach ($correlations as $first => $others) {
            foreach ($others as $second => $of) {
                if (! in_array($first, $names, true) || ! in_array($second, $names, true)) {
                    throw InvalidAssumption::malformed('correlations', Words::say('only_what_is_drawn_moves_together'));
                }
                if (! is_finite($of) || abs($of) > 1) {
                    throw InvalidAssumption::malformed('correlations', Words::say('a_correlation_lies_between'));
                }
            }
        }
        $factor = [];
        foreach ($names as $i => $first) {
            $row = [];
            for ($j = 0; $j < $i; $j++) {
                $second = $names[$j];
                $sum = $correlations[$first][$second] ?? ($correlations[$second][$first] ?? 0.0);
                for ($k = 0; $k < $j; $k++) {
                    $sum -= $row[$k] * $factor[$j][$k];
                }
                $row[] = abs($factor[$j][$j]) < 1e-12 ? 0.0 : $sum / $factor[$j][$j];
            }
            $left = 1 - array_sum(array_map(static fn (float $of): float => $of * $of, $row));
            if ($left < -1e-9) {
                throw InvalidAssumption::malformed('correlations', Words::say('correlations_contradict_each_other'));
            }
            $factor[] = [...$row, sqrt(max(0.0, $left))];
        }

        return $factor;
    }

    /**
     * @param  list<float>  $values  ascending
     * @return list<array{from: float, to: float, count: int}> between the first and the last hundredth, what lies beyond in the outer ones
     */
    private static function histogram(array $values): array
    {
        if ($values === []) {
            return [];
        }
        $from = (float) Quantile::ofSorted($values, 0.005);
        $to = (float) Quantile::ofSorted($values, 0.995);
        if ($to <= $from) {
            return [['from' => $from, 'to' => $to, 'count' => count($values)]];
        }
        $width = ($to - $from) / self::BINS;
        $counts = array_fill(0, self::BINS, 0);
        foreach ($values as $value) {
            $counts[max(0, min(self::BINS - 1, (int) floor(($value - $from) / $width)))]++;
        }

        return array_map(
            static fn (int $i): array => ['from' => $from + $i * $width, 'to' => $from + ($i + 1) * $width, 'count' => $counts[$i]],
            array_keys($counts),
        );
    }
}
