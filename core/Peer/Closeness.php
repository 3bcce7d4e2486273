<?php

declare(strict_types=1);

namespace Logion\Peer;

use Logion\Figure\Words;

/**
 * How alike other companies are to a subject, aspect by aspect from 0 to 1, and in the mean weighted by what counts. What is not known of
 * either is left out of the mean; a company of which less than half the weight is known is not told at all.
 */
final readonly class Closeness
{
    private const LEAST_KNOWN = 0.5;

    /** @param  array<string, float>  $weights  by aspect; none of an aspect leaves it out */
    public function __construct(private array $weights)
    {
        foreach ($weights as $aspect => $weight) {
            if (Aspect::tryFrom($aspect) === null || ! is_finite($weight) || $weight < 0) {
                throw new \InvalidArgumentException(Words::say('no_weight_of_closeness', aspect: $aspect));
            }
        }
        if (array_sum($weights) <= 0) {
            throw new \InvalidArgumentException(Words::say('closeness_needs_a_weight'));
        }
    }

    /** @return array<string, float> by aspect */
    public static function usualWeights(): array
    {
        $weights = [];
        foreach (Aspect::cases() as $aspect) {
            $weights[$aspect->value] = $aspect->usualWeight();
        }

        return $weights;
    }

    /**
     * A figure of others beside the subject's.
     *
     * @param  list<float>  $others  NaN where there is none
     * @return list<float> NaN where it cannot be told
     */
    public static function ofFigures(Aspect $aspect, ?float $own, array $others): array
    {
        if ($own === null || ($aspect === Aspect::Size && $own <= 0)) {
            return array_fill(0, count($others), NAN);
        }
        $close = [];
        $reach = $aspect->reach();
        // Written out, for all companies there are are asked: a call for each would take most of the time.
        foreach ($others as $other) {
            $apart = $aspect === Aspect::Size ? ($other > 0 ? abs(log10($other / $own)) : NAN) : abs($other - $own);
            $near = 1 - $apart / $reach;
            $close[] = $near < 0 ? 0.0 : $near;
        }

        return $close;
    }

    /**
     * How alike two companies divide their sales: the cosine of their shares, 1 where each earns the same part in the same business.
     *
     * @param  array<string, float>  $own  sales by business
     * @param  array<string, float>  $other
     * @return float|null null where either tells none
     */
    public static function ofBusinesses(array $own, array $other): ?float
    {
        $length = static fn (array $of): float => sqrt(array_sum(array_map(static fn (float $x): float => $x * $x, $of)));
        $lengths = $length($own) * $length($other);
        if ($lengths == 0.0) {
            return null;
        }
        $product = 0.0;
        foreach ($own as $business => $sales) {
            $product += $sales * ($other[$business] ?? 0.0);
        }

        return min(1.0, max(0.0, $product / $lengths));
    }

    /**
     * The closest first; of two as close, the one that stands before the other.
     *
     * @param  array<string, list<float>>  $aspects  closeness of each company by aspect, NaN where it is not known
     * @return list<array{row: int, total: float, known: float}> row of the company, mean, and the part of the weight that is known
     */
    public function closest(array $aspects, int $most): array
    {
        $count = count(reset($aspects) ?: []);
        $sums = $known = $count === 0 ? [] : array_fill(0, $count, 0.0);
        foreach ($aspects as $aspect => $values) {
            $weight = $this->weights[$aspect] ?? 0.0;
            if ($weight == 0.0) {
                continue;
            }
            foreach ($values as $row => $value) {
                if (! is_nan($value)) {
                    $sums[$row] += $weight * $value;
                    $known[$row] += $weight;
                }
            }
        }
        $all = array_sum($this->weights);
        $totals = [];
        foreach ($known as $row => $weight) {
            if ($weight >= self::LEAST_KNOWN * $all) {
                $totals[$row] = $sums[$row] / $weight;
            }
        }
        $totals = self::largest($totals, $most);

        return array_map(
            static fn (int $row): array => ['row' => $row, 'total' => $totals[$row], 'known' => $known[$row] / $all],
            array_keys($totals),
        );
    }

    /**
     * Thousands are not put in order for the sake of a few.
     *
     * @param  array<int, float>  $totals  by row, ascending
     * @return array<int, float> the largest first; of equal ones the first
     */
    private static function largest(array $totals, int $most): array
    {
        if (count($totals) > $most) {
            $values = array_values($totals);
            rsort($values);
            $least = $values[$most - 1] ?? INF;
            $totals = array_filter($totals, static fn (float $total): bool => $total >= $least);
        }
        arsort($totals);

        return array_slice($totals, 0, $most, true);
    }
}
