<?php

declare(strict_types=1);

namespace Logion\Market\Bars;

use Logion\Time\Day;
use Logion\Time\TradingDays;

/**
 * Bars as columns, each of a day, or of an hour, a week or a month and then told by its last day. One without a close is none; what else
 * is not known of a bar is null.
 */
final readonly class PriceBars
{
    public const WEEK = 'week';

    public const MONTH = 'month';

    /** Days from a Monday to 1970-01-01, from which days are counted. */
    private const TO_MONDAY = 3;

    /** Days from the last trading day of a week to its last. */
    private const WEEKEND = 2;

    /** @var list<int> YYYYMMDD, ascending; hours of one day repeat it */
    public array $days;

    /** @var list<float> */
    public array $closes;

    /** @var list<int> where each day stood in the columns given */
    public array $positions;

    /** @var list<?float> */
    public array $opens;

    /** @var list<?float> */
    public array $highs;

    /** @var list<?float> */
    public array $lows;

    /** @var list<?float> */
    public array $volumes;

    /**
     * @param  list<int>  $days  YYYYMMDD, ascending
     * @param  list<?float>  $closes
     * @param  list<?float>|null  $highs  null where no column is known
     * @param  list<?float>|null  $lows
     * @param  list<?float>|null  $opens
     * @param  list<?float>|null  $volumes
     */
    public function __construct(
        array $days,
        array $closes,
        ?array $highs = null,
        ?array $lows = null,
        ?array $opens = null,
        ?array $volumes = null,
    ) {
        $known = array_keys($closes);
        if (in_array(null, $closes, true)) {
            $known = array_keys(array_filter($closes, static fn (?float $close): bool => $close !== null));
        }
        $this->positions = $known;
        $this->days = self::at($known, $days);
        $this->closes = self::at($known, $closes);
        $this->highs = self::at($known, $highs);
        $this->lows = self::at($known, $lows);
        $this->opens = self::at($known, $opens);
        $this->volumes = self::at($known, $volumes);
    }

    /** @param  list<PriceBar>  $bars  oldest first */
    public static function ofSpans(array $bars): self
    {
        return new self(
            array_column($bars, 'last'),
            array_column($bars, 'close'),
            array_column($bars, 'high'),
            array_column($bars, 'low'),
            array_column($bars, 'open'),
            array_column($bars, 'volume'),
        );
    }

    /** From a position on. */
    public function from(int $position): self
    {
        return new self(
            array_slice($this->days, $position),
            array_slice($this->closes, $position),
            array_slice($this->highs, $position),
            array_slice($this->lows, $position),
            array_slice($this->opens, $position),
            array_slice($this->volumes, $position),
        );
    }

    /**
     * The bars of which high and low are known too, as columns.
     *
     * @return array{days: list<int>, highs: list<float>, lows: list<float>, closes: list<float>, positions: list<int>, rows: list<int>}
     *     positions in the columns given, rows in the columns here
     */
    public function ranges(): array
    {
        if (! in_array(null, $this->highs, true) && ! in_array(null, $this->lows, true)) {
            return [
                'days' => $this->days,
                'highs' => $this->highs,
                'lows' => $this->lows,
                'closes' => $this->closes,
                'positions' => $this->positions,
                'rows' => array_keys($this->days),
            ];
        }
        $ranges = ['days' => [], 'highs' => [], 'lows' => [], 'closes' => [], 'positions' => [], 'rows' => []];
        foreach ($this->days as $i => $day) {
            if ($this->highs[$i] !== null && $this->lows[$i] !== null) {
                $ranges['days'][] = $day;
                $ranges['highs'][] = $this->highs[$i];
                $ranges['lows'][] = $this->lows[$i];
                $ranges['closes'][] = $this->closes[$i];
                $ranges['positions'][] = $this->positions[$i];
                $ranges['rows'][] = $i;
            }
        }

        return $ranges;
    }

    /**
     * Bars of weeks or months out of those of days, oldest first; a span without a day gives none. The open is the first known, high and
     * low the extremes of what is known, the volume the sum of what is known.
     *
     * @param  self::WEEK|self::MONTH  $span
     * @param  int  $asOf  later days are left out
     * @return list<PriceBar>
     */
    public function resampled(string $span, int $asOf): array
    {
        $bars = [];
        $end = TradingDays::lastUntil($this->days, $asOf) + 1;
        for ($first = 0; $first < $end; $first = $last + 1) {
            [$name, $until] = $span === self::WEEK ? self::week($this->days[$first]) : self::month($this->days[$first]);
            $last = $first;
            while ($last + 1 < $end && $this->days[$last + 1] <= $until) {
                $last++;
            }
            $open = $high = $low = $volume = null;
            for ($i = $first; $i <= $last; $i++) {
                $open ??= $this->opens[$i];
                if ($this->highs[$i] !== null && ($high === null || $this->highs[$i] > $high)) {
                    $high = $this->highs[$i];
                }
                if ($this->lows[$i] !== null && ($low === null || $this->lows[$i] < $low)) {
                    $low = $this->lows[$i];
                }
                if ($this->volumes[$i] !== null) {
                    $volume += $this->volumes[$i];
                }
            }
            $bars[] = new PriceBar(
                $name,
                $this->days[$first],
                $this->days[$last],
                $open,
                $high,
                $low,
                $this->closes[$last],
                $volume,
                $last - $first + 1,
                ($span === self::WEEK ? Day::plus($until, -self::WEEKEND) : Day::lastWeekdayOfMonth(Day::month($until))) <= $asOf,
            );
        }

        return $bars;
    }

    /**
     * Of a column what stands at positions; a column that is known at all of them is taken as it is.
     *
     * @param  list<int>  $positions
     * @param  list<mixed>|null  $column
     * @return list<mixed>
     */
    private static function at(array $positions, ?array $column): array
    {
        return $column !== null && count($column) === count($positions) && $positions === array_keys($column)
            ? $column
            : array_map(static fn (int $i): mixed => $column[$i] ?? null, $positions);
    }

    /**
     * What the ISO week of a day is called, and its Sunday.
     *
     * @return array{string, int}
     */
    private static function week(int $day): array
    {
        $monday = 7 * (int) floor((Day::ordinal($day) + self::TO_MONDAY) / 7) - self::TO_MONDAY;
        // A week belongs to the year of its Thursday.
        $year = Day::year(Day::fromOrdinal($monday + 3));
        $nth = intdiv($monday + 3 - Day::ordinal($year * 10000 + 101), 7) + 1;

        return [sprintf('%04d-W%02d', $year, $nth), Day::fromOrdinal($monday + 6)];
    }

    /** @return array{string, int} what the month of a day is called, and no earlier day than its last */
    private static function month(int $day): array
    {
        return [sprintf('%04d-%02d', Day::year($day), Day::monthOfYear($day)), Day::month($day) * 100 + 31];
    }
}
