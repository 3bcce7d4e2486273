<?php

declare(strict_types=1);

namespace Logion\Portfolio;

use Logion\Time\Day;

/**
 * What a portfolio returned whatever was paid in and taken out: returns of the stretches between values, chained. A flow comes at the start
 * of its day. A day without a value is joined to the next one that has it.
 */
final readonly class TimeWeightedReturn
{
    private const YEAR = 365;

    /**
     * @param  list<?float>  $returns  of each day; null where there is no value, for the first one, and where nothing was invested
     * @param  float|null  $total  null where there are fewer than two values, or where less than nothing was invested on the way
     * @param  float|null  $annualised  null for less than a year
     * @param  list<array{year: int, return: ?float}>  $years  calendar years with a value after the first
     */
    private function __construct(
        public array $returns,
        public ?float $total,
        public ?float $annualised,
        public ?int $days,
        public array $years,
    ) {
    }

    /** @param  list<array{day: int, value: ?float, flow: float}>  $days  oldest first; YYYYMMDD, value at the end of the day */
    public static function of(array $days): self
    {
        $returns = $years = [];
        $before = $first = $last = null;
        $flow = 0.0;
        $total = 1.0;
        $valued = 0;
        foreach ($days as ['day' => $day, 'value' => $value, 'flow' => $paid]) {
            $flow += $paid;
            if ($value === null) {
                $returns[] = null;

                continue;
            }
            $valued++;
            $last = $day;
            $invested = $before === null ? null : $before + $flow;
            [$before, $flow] = [$value, 0.0];
            $first ??= $day;
            if ($invested === null) {
                $returns[] = null;

                continue;
            }
            $return = $invested == 0.0 ? null : $value / $invested - 1;
            $returns[] = $return;
            $year = intdiv($day, 10000);
            // With less than nothing invested there is no chain.
            $factor = $invested < 0 ? null : 1 + ($return ?? 0.0);
            $chained = static fn (?float $so): ?float => $so === null || $factor === null ? null : $so * $factor;
            $years[$year] = $chained(array_key_exists($year, $years) ? $years[$year] : 1.0);
            $total = $chained($total);
        }
        if ($valued < 2 || $first === null || $last === null) {
            return new self($returns, null, null, null, []);
        }
        $length = Day::between($first, $last);

        return new self(
            $returns,
            $total === null ? null : $total - 1,
            $total === null || $total < 0 || $length < self::YEAR ? null : $total ** (self::YEAR / $length) - 1,
            $length,
            array_map(
                static fn (int $year, ?float $of): array => ['year' => $year, 'return' => $of === null ? null : $of - 1],
                array_keys($years),
                $years,
            ),
        );
    }
}
