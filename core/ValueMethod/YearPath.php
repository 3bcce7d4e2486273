<?php

declare(strict_types=1);

namespace Logion\ValueMethod;

use Logion\Valuation\Forecast\DriverRule;

/**
 * How an input goes from year to year of a forecast unless somebody says otherwise, and what is known of it. The figure of such an input is
 * the mean of its years; to move the figure moves all years by as much.
 */
final readonly class YearPath
{
    /**
     * @param  array<int, ?float>  $history  by fiscal year
     * @param  list<float>  $expected  by houses, from the first forecast year on
     */
    public function __construct(public DriverRule $rule, public array $history = [], public array $expected = [])
    {
    }

    /** Where the sheet tells a method the figure of a year. */
    public static function key(string $input, int $year): string
    {
        return "{$input}@{$year}";
    }

    /**
     * @param  array<string, float>  $in  figures of all inputs
     * @return list<float> of each year, the same in all where no year is told
     */
    public static function of(array $in, string $input, int $years): array
    {
        return array_map(static fn (int $year): float => $in[self::key($input, $year)] ?? $in[$input], range(1, max(1, $years)));
    }
}
