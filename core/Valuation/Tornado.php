<?php

declare(strict_types=1);

namespace Logion\Valuation;

/** How far a value swings when one input after the other goes from the low to the high end of its range, all others as they are. */
final class Tornado
{
    /**
     * @param  array<string, array{float, float}>  $ranges  low and high by input
     * @param  \Closure(string, float): ?float  $value  with an input set to a figure
     * @return list<array{input: string, low: ?float, high: ?float, swing: ?float}> the widest first; of equal ones the first; those
     *     without a value last
     */
    public static function of(array $ranges, \Closure $value): array
    {
        $bars = [];
        foreach ($ranges as $input => [$from, $to]) {
            [$low, $high] = [$value($input, $from), $value($input, $to)];
            $swing = $low === null || $high === null ? null : abs($high - $low);
            $bars[] = ['input' => $input, 'low' => $low, 'high' => $high, 'swing' => $swing];
        }
        // Sorting keeps the order of equal ones.
        usort($bars, static fn (array $a, array $b): int => ($b['swing'] ?? -1.0) <=> ($a['swing'] ?? -1.0));

        return $bars;
    }
}
