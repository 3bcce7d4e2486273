<?php

declare(strict_types=1);

namespace Logion\Formula\Shape;

use Logion\Statistics\Bisection;

/** A standing that follows from how many of the others have a smaller value and how many no larger one. */
abstract class PlaceAmongCompanies extends AmongCompanies
{
    /** Figures that differ by less than this part are equal on paper: rounding does not decide a place. */
    private const SAME = 1e-12;

    /**
     * @param  int  $below  of the n values, those below the company's own
     * @param  int  $atMost  those below or equal
     */
    abstract protected function place(int $below, int $atMost, int $n): float;

    public function standing(array $sorted, float $own): float
    {
        $same = self::SAME * abs($own);

        return $this->place(
            Bisection::below($sorted, $own - $same),
            Bisection::below($sorted, $own + $same, orEqual: true),
            count($sorted),
        );
    }

    /**
     * The standing of each of the sorted values itself, in one walk.
     *
     * @param  list<float>  $sorted  ascending
     * @return list<float>
     */
    public function standings(array $sorted): array
    {
        $standings = [];
        $n = count($sorted);
        $below = $atMost = 0;
        $previous = -INF;
        foreach ($sorted as $i => $own) {
            $same = $own < 0.0 ? -self::SAME * $own : self::SAME * $own;
            $low = $own - $same;
            $high = $own + $same;
            if ($previous < $low && $i + 1 < $n && $sorted[$i + 1] > $high) {
                // Most values stand alone.
                $below = $i;
                $atMost = $i + 1;
            } else {
                while ($sorted[$below] < $low) {
                    $below++;
                }
                while ($atMost < $n && $sorted[$atMost] <= $high) {
                    $atMost++;
                }
            }
            $previous = $own;
            $standings[] = $this->place($below, $atMost, $n);
        }

        return $standings;
    }
}
