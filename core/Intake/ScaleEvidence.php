<?php

declare(strict_types=1);

namespace Logion\Intake;

/** In what amounts a file is written that does not say so, as figures known of the same company show. */
final class ScaleEvidence
{
    private const SCALES = [1, 1_000, 1_000_000, 1_000_000_000];

    /** The same figure from another source differs by roundings. */
    private const SAME = 1.01;

    /** A line may change so many times from one year to the others. */
    private const NEAR = 12.0;

    /** Lines that must speak for a scale where none of the figures themselves is known. */
    private const ENOUGH = 3;

    /**
     * @param  array<string, float>  $raw  amounts as the file writes them, by "line@period"
     * @param  array<string, float>  $known  amounts known, by "line@period"
     * @return float|null null if they do not show it, or show two
     */
    public static function of(array $raw, array $known): ?float
    {
        $byLine = [];
        foreach ($known as $key => $value) {
            $value == 0.0 || ($byLine[strstr($key, '@', true)][] = abs($value));
        }
        $same = $near = [];
        foreach ($raw as $key => $value) {
            if ($value == 0.0) {
                continue;
            }
            if (($known[$key] ?? 0.0) != 0.0) {
                // One figure known to a rounding is enough; what differs is a neighbour like others.
                foreach (self::fitting(abs($known[$key] / $value), self::SAME) as $scale) {
                    $same[$scale] = ($same[$scale] ?? 0) + 1;
                }
            }
            $line = (string) strstr($key, '@', true);
            if (isset($byLine[$line])) {
                sort($byLine[$line]);
                foreach (self::fitting($byLine[$line][intdiv(count($byLine[$line]), 2)] / abs($value), self::NEAR) as $scale) {
                    $near[$scale][$line] = true;
                }
            }
        }

        return $same !== [] ? self::winner($same, 1) : self::winner(array_map(count(...), $near), self::ENOUGH);
    }

    /** @return list<int> the scales a ratio is near to */
    private static function fitting(float $ratio, float $within): array
    {
        return array_values(
            array_filter(self::SCALES, static fn (int $scale): bool => $ratio / $scale < $within && $scale / $ratio < $within),
        );
    }

    /** @param  array<int, int>  $votes  by scale */
    private static function winner(array $votes, int $enough): ?float
    {
        arsort($votes);
        $counts = array_values($votes);

        // One that is spoken for twice as often as any other.
        return $counts !== [] && $counts[0] >= $enough && $counts[0] >= 2 * ($counts[1] ?? 0) ? (float) array_key_first($votes) : null;
    }
}
