<?php

declare(strict_types=1);

namespace Logion\Expectation;

use Logion\Time\Day;

/**
 * What statistics told beyond or below what was forecast, as one figure through time. Each surprise counts in multiples of what was usual
 * for its series until then (the root of the mean square of earlier ones), three at most, and half as much with every ninety days; the
 * index is their weighted mean. Nothing is in it that was told or forecast later than its day.
 */
final class SurpriseIndex
{
    public const HALF_LIFE = 90;

    /** Surprises of a series that have to be known before one can be called large or small. */
    private const EARLIER = 6;

    private const MOST = 3.0;

    /** After so many half-lives a surprise is forgotten. */
    private const FORGOTTEN = 6;

    /**
     * @param  array<string, list<array{day: int, actual: float, expected: float}>>  $told  by series, ascending by day YYYYMMDD; what is
     *     worse where it is higher comes with both signs turned
     * @return list<array{day: int, value: float}> one for every day on which something was told and could be measured
     */
    public static function of(array $told): array
    {
        $measured = [];
        foreach ($told as $of) {
            $squares = 0.0;
            foreach ($of as $nth => ['day' => $day, 'actual' => $actual, 'expected' => $expected]) {
                $surprise = $actual - $expected;
                if ($nth >= self::EARLIER && $squares > 0) {
                    $measured[] = [$day, max(-self::MOST, min(self::MOST, $surprise / sqrt($squares / $nth)))];
                }
                $squares += $surprise * $surprise;
            }
        }
        usort($measured, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
        $index = [];
        foreach ($measured as $i => [$day]) {
            if (($measured[$i + 1][0] ?? null) === $day) {
                continue;
            }
            $sum = $weights = 0.0;
            for ($j = $i; $j >= 0; $j--) {
                $ago = Day::between($measured[$j][0], $day);
                if ($ago > self::FORGOTTEN * self::HALF_LIFE) {
                    break;
                }
                $weight = 0.5 ** ($ago / self::HALF_LIFE);
                $sum += $weight * $measured[$j][1];
                $weights += $weight;
            }
            $index[] = ['day' => $day, 'value' => $sum / $weights];
        }

        return $index;
    }
}
