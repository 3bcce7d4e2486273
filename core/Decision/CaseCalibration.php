<?php

declare(strict_types=1);

namespace Logion\Decision;

/**
 * Whether cases came as often as one thought. The case that came is the one whose value lies nearest to the price reached. Where one is
 * well calibrated, of the cases given some probability that share comes (G. W. Brier, "Verification of Forecasts Expressed in Terms of
 * Probability", Monthly Weather Review 78, 1950).
 *
 * @phpstan-type Band array{from: float, to: float, count: int, came: int, stated: float, share: float}
 */
final readonly class CaseCalibration
{
    private const BANDS = 5;

    /**
     * @param  list<Band>  $bands  that hold cases
     * @param  float|null  $brier  mean squared difference of what was stated and what came, over decisions; null without any
     * @param  int  $below  decisions that ended below their lowest case
     * @param  int  $above  and above their highest
     */
    private function __construct(public array $bands, public ?float $brier, public int $decisions, public int $below, public int $above)
    {
    }

    /** @param  list<array{reached: float, cases: list<array{value: float, probability: ?float}>}>  $decisions */
    public static function of(array $decisions): self
    {
        $bands = $scores = [];
        $below = $above = 0;
        foreach ($decisions as ['reached' => $reached, 'cases' => $cases]) {
            $values = array_column($cases, 'value');
            $came = self::came($reached, $values);
            if ($came === null || $values === []) {
                continue;
            }
            $below += $reached < min($values) ? 1 : 0;
            $above += $reached > max($values) ? 1 : 0;
            $score = 0.0;
            $isStated = true;
            foreach ($cases as $i => ['probability' => $stated]) {
                if ($stated === null) {
                    $isStated = false;

                    continue;
                }
                $band = min(self::BANDS - 1, (int) floor($stated * self::BANDS + 1e-9));
                $bands[$band][] = [$stated, $i === $came];
                $score += ($stated - ($i === $came ? 1.0 : 0.0)) ** 2;
            }
            $scores[] = $isStated ? $score : null;
        }
        ksort($bands);
        $known = array_filter($scores, static fn (?float $of): bool => $of !== null);

        return new self(
            array_map(
                static fn (int $band, array $of): array => [
                    'from' => $band / self::BANDS,
                    'to' => ($band + 1) / self::BANDS,
                    'count' => count($of),
                    'came' => count(array_filter(array_column($of, 1))),
                    'stated' => array_sum(array_column($of, 0)) / count($of),
                    'share' => count(array_filter(array_column($of, 1))) / count($of),
                ],
                array_keys($bands),
                array_values($bands),
            ),
            $known === [] ? null : array_sum($known) / count($known),
            count($scores),
            $below,
            $above,
        );
    }

    /**
     * Which of some values a price came nearest to, in proportion; the lower of two as near. Null without values.
     *
     * @param  list<float>  $values
     */
    public static function came(float $reached, array $values): ?int
    {
        $nearest = null;
        $least = INF;
        foreach ($values as $i => $value) {
            $apart = $value > 0 && $reached > 0 ? abs(log($reached / $value)) : abs($reached - $value) + 1e6;
            if ($apart < $least || ($apart == $least && $nearest !== null && $value < $values[$nearest])) {
                [$nearest, $least] = [$i, $apart];
            }
        }

        return $nearest;
    }
}
