<?php

declare(strict_types=1);

namespace Logion\Screening;

/** Companies in the order of a ranking, with what each component gave them. */
final readonly class RankingResult
{
    /**
     * @param  list<array{position: int, place: int, score: float, values: list<float>, scores: list<float>, contributions: list<float>}>  $rows  best first; a value is NaN where a rule stood in
     * @param  list<int>  $leftOut  positions without a place
     */
    private function __construct(public array $rows, public array $leftOut)
    {
    }

    /**
     * @param  list<int>  $positions
     * @param  list<float>  $shares
     * @param  array<int, list<float>>  $values  by component
     * @param  array<int, list<float>>  $scores  by component, NaN leaves a company out
     */
    public static function of(array $positions, array $shares, array $values, array $scores): self
    {
        $sums = $leftOut = [];
        foreach ($positions as $i => $position) {
            $sum = 0.0;
            foreach ($shares as $c => $share) {
                $sum += $share * $scores[$c][$i];
            }
            if ($sum != $sum) {
                $leftOut[] = $position;
            } else {
                $sums[$i] = $sum;
            }
        }
        arsort($sums);
        $rows = [];
        $place = $seen = 0;
        $before = null;
        foreach ($sums as $i => $sum) {
            $seen++;
            if ($before === null || $sum < $before) {
                $place = $seen;
                $before = $sum;
            }
            $row = ['position' => $positions[$i], 'place' => $place, 'score' => $sum, 'values' => [], 'scores' => [], 'contributions' => []];
            foreach ($shares as $c => $share) {
                $row['values'][] = $values[$c][$i];
                $row['scores'][] = $scores[$c][$i];
                $row['contributions'][] = $share * $scores[$c][$i];
            }
            $rows[] = $row;
        }

        return new self($rows, $leftOut);
    }

    /** @return array<int, int> place by position, 1 for the best */
    public function places(): array
    {
        return array_column($this->rows, 'place', 'position');
    }

    /** @return array<int, float> by position */
    public function scores(): array
    {
        return array_column($this->rows, 'score', 'position');
    }
}
