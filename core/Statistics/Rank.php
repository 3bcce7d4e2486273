<?php

declare(strict_types=1);

namespace Logion\Statistics;

use Logion\Figure\Words;

/** Ranks and percentile ranks of a sample. */
final class Rank
{
    /**
     * Ranks from 1; nulls keep null. Ties by "average", "min", "max" or "dense".
     *
     * @param  list<float|int|null>  $x
     * @return list<?float>
     */
    public static function of(array $x, string $ties = 'average', bool $descending = false): array
    {
        $known = array_filter($x, static fn ($value): bool => $value !== null);
        $descending ? arsort($known) : asort($known);
        $ranks = array_fill(0, count($x), null);
        $order = array_keys($known);
        $n = count($order);
        $dense = 0;
        for ($i = 0; $i < $n; $i = $j) {
            $j = $i;
            while ($j < $n && $known[$order[$j]] == $known[$order[$i]]) {
                $j++;
            }
            $dense++;
            $rank = match ($ties) {
                'average' => ($i + 1 + $j) / 2,
                'min' => $i + 1,
                'max' => $j,
                'dense' => $dense,
                default => throw new \InvalidArgumentException(Words::say('unknown_tie_rule_use_average_min', ties: $ties)),
            };
            for ($k = $i; $k < $j; $k++) {
                $ranks[$order[$k]] = (float) $rank;
            }
        }

        return array_values($ranks);
    }

    /**
     * Ranks of values that are in order already, from 1; equal ones share the mean of theirs.
     *
     * @param  list<float>  $ascending
     * @return list<float>
     */
    public static function ofAscending(array $ascending): array
    {
        $ranks = [];
        $n = count($ascending);
        for ($i = 0; $i < $n; $i = $j) {
            $j = $i + 1;
            while ($j < $n && $ascending[$j] == $ascending[$i]) {
                $j++;
            }
            $rank = ($i + 1 + $j) / 2;
            for ($k = $i; $k < $j; $k++) {
                $ranks[] = (float) $rank;
            }
        }

        return $ranks;
    }

    /**
     * (count below + ½ count equal) / n as a fraction of 1.
     *
     * @param  list<float>  $sorted  ascending
     */
    public static function percentile(array $sorted, float $value): ?float
    {
        $n = count($sorted);

        return $n === 0 ? null : (Bisection::below($sorted, $value) + Bisection::below($sorted, $value, orEqual: true)) / 2 / $n;
    }
}
