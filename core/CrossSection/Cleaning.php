<?php

declare(strict_types=1);

namespace Logion\CrossSection;

use Logion\Statistics\Descriptive;

/** Companies one may want to set aside: a figure is missing, or far off everyone else's. Nothing is removed by itself. */
final class Cleaning
{
    /** Median absolute deviations from the median beyond which a value is an outlier. */
    private const DEVIATIONS = 5.0;

    /**
     * @param  list<int>  $positions
     * @param  list<string>  $columns  formulas
     * @return list<array{position: int, column: string, kind: 'missing'|'outlier', value: float|null, state: string, median: float|null,
     *     low: float|null, high: float|null}>
     */
    public static function proposals(Universe $universe, array $positions, array $columns): array
    {
        $proposals = [];
        foreach ($columns as $column) {
            $tree = $universe->catalogue->parse($column);
            $values = $universe->evaluate($tree, $positions);
            $bounds = self::bounds(array_values(array_filter($values, static fn (float $x): bool => ! is_nan($x))));
            foreach ($values as $i => $value) {
                $known = ! is_nan($value);
                if ($known && ($bounds === null || ($value >= $bounds['low'] && $value <= $bounds['high']))) {
                    continue;
                }
                $proposals[] = [
                    'position' => $positions[$i],
                    'column' => $column,
                    'kind' => $known ? 'outlier' : 'missing',
                    'value' => $known ? $value : null,
                    'state' => $known ? 'value' : $universe->absence($tree, $positions[$i])->kind->value,
                    'median' => $bounds['median'] ?? null,
                    'low' => $bounds['low'] ?? null,
                    'high' => $bounds['high'] ?? null,
                ];
            }
        }

        return $proposals;
    }

    /**
     * @param  list<float>  $values
     * @return array{median: float, low: float, high: float}|null null where the values do not vary enough to tell
     */
    public static function bounds(array $values): ?array
    {
        $median = Descriptive::median($values);
        $deviation = Descriptive::medianAbsoluteDeviation($values);

        return $median === null || $deviation === null || $deviation == 0.0
            ? null
            : ['median' => $median, 'low' => $median - self::DEVIATIONS * $deviation, 'high' => $median + self::DEVIATIONS * $deviation];
    }
}
