<?php

declare(strict_types=1);

namespace Logion\Screening;

/** What a screen should say unasked. */
final class Warnings
{
    /** Survivors of one sector beyond this share are a concentration. */
    private const CONCENTRATION = 0.5;

    /** A criterion that cannot be decided for more than this share of the companies it meets is doubtful. */
    private const UNDECIDABLE = 0.15;

    /** Fewer survivors say nothing about concentration. */
    private const FEWEST = 6;

    /**
     * @return list<array{kind: 'concentration'|'undecidable', sector?: string, criterion?: string, count: int, of: int}>
     */
    public static function of(Funnel $funnel, Universe $universe): array
    {
        $warnings = [];
        $total = count($funnel->survivors);
        $sectors = self::sectors($funnel, $universe);
        $largest = array_key_first($sectors);
        if ($largest !== null && $total >= self::FEWEST && $sectors[$largest] > self::CONCENTRATION * $total) {
            $warnings[] = ['kind' => 'concentration', 'sector' => (string) $largest, 'count' => $sectors[$largest], 'of' => $total];
        }
        $before = count($funnel->universe);
        foreach ($funnel->steps as $step) {
            if ($step['undecidable'] > self::UNDECIDABLE * $before) {
                $warnings[] = ['kind' => 'undecidable', 'criterion' => $step['criterion'], 'count' => $step['undecidable'], 'of' => $before];
            }
            $before = $step['survivors'];
        }

        return $warnings;
    }

    /** @return array<array-key, int> survivors per sector, largest first */
    public static function sectors(Funnel $funnel, Universe $universe): array
    {
        $sectors = $universe->attribute('sector');
        $counts = array_count_values(array_map(static fn (int $position): string => $sectors[$position], $funnel->survivors));
        arsort($counts);

        return $counts;
    }
}
