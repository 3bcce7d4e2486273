<?php

declare(strict_types=1);

namespace Logion\Comparison;

use Closure;

/** Companies in the order of a ranking, with what each component gave them. */
final readonly class RankingResult
{
    /**
     * @param  array<int, float>  $scores  by position, best first
     * @param  array<int, int>  $places  by position, 1 for the best; equal scores share a place
     * @param  list<int>  $leftOut  positions without a place
     * @param  list<float>  $shares  of the components
     * @param  list<array<int, float>>  $componentScores  by component and position
     * @param  Closure(list<int>): list<list<float>>  $values  of each component at some positions
     */
    private function __construct(
        private array $scores,
        private array $places,
        public array $leftOut,
        private array $shares,
        private array $componentScores,
        private Closure $values,
    ) {
    }

    /**
     * @param  list<int>  $positions
     * @param  list<float>  $shares
     * @param  list<array<int, float>>  $scores  by component and position, NaN leaves a company out
     * @param  Closure(list<int>): list<list<float>>  $values  of each component at some positions
     */
    public static function of(array $positions, array $shares, array $scores, Closure $values): self
    {
        $sums = $leftOut = [];
        foreach ($positions as $position) {
            $sum = 0.0;
            foreach ($shares as $c => $share) {
                $sum += $share * $scores[$c][$position];
            }
            if ($sum != $sum) {
                $leftOut[] = $position;
            } else {
                // Scores that differ by rounding alone are the same score: noise decides no place.
                $sums[$position] = round($sum, 9) + 0.0;
            }
        }
        arsort($sums, SORT_NUMERIC);
        $places = [];
        $place = $seen = 0;
        $before = NAN;
        foreach ($sums as $position => $sum) {
            $seen++;
            if ($sum !== $before) {
                $place = $seen;
                $before = $sum;
            }
            $places[$position] = $place;
        }

        return new self($sums, $places, $leftOut, $shares, $scores, $values);
    }

    public function count(): int
    {
        return count($this->scores);
    }

    /** @return array<int, int> place by position, best first */
    public function places(): array
    {
        return $this->places;
    }

    /** @return array<int, float> by position, best first */
    public function scores(): array
    {
        return $this->scores;
    }

    /**
     * A part of the ranking, best first; a value is NaN where a rule stood in.
     *
     * @return list<array{position: int, place: int, score: float, values: list<float>, scores: list<float>, contributions: list<float>}>
     */
    public function rows(int $offset = 0, ?int $limit = null): array
    {
        $page = array_slice($this->scores, $offset, $limit, true);
        $values = ($this->values)(array_keys($page));
        $rows = [];
        foreach ($page as $position => $score) {
            $scores = array_map(static fn (array $of): float => $of[$position], $this->componentScores);
            $rows[] = [
                'position' => $position,
                'place' => $this->places[$position],
                'score' => $score,
                'values' => array_map(static fn (array $of): float => $of[count($rows)], $values),
                'scores' => $scores,
                'contributions' => array_map(static fn (float $share, float $x): float => $share * $x, $this->shares, $scores),
            ];
        }

        return $rows;
    }
}
