<?php

declare(strict_types=1);

namespace Logion\Market\Bars;

use DateTimeImmutable;
use Logion\Time\Day;

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
        $known = array_keys(array_filter($closes, static fn (?float $close): bool => $close !== null));
        $of = static fn (?array $column): array => array_map(static fn (int $i): mixed => $column[$i] ?? null, $known);
        $this->positions = $known;
        $this->days = $of($days);
        $this->closes = $of($closes);
        $this->highs = $of($highs);
        $this->lows = $of($lows);
        $this->opens = $of($opens);
        $this->volumes = $of($volumes);
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
        $rows = [];
        foreach ($this->days as $i => $day) {
            if ($day <= $asOf) {
                $rows[$span === self::WEEK ? (int) floor((Day::ordinal($day) + self::TO_MONDAY) / 7) : Day::month($day)][] = $i;
            }
        }
        $bars = [];
        foreach ($rows as $of) {
            $known = static fn (array $column): array => array_values(
                array_filter(array_map(static fn (int $i): ?float => $column[$i], $of), static fn (?float $x): bool => $x !== null),
            );
            [$opens, $highs, $lows, $volumes] = array_map($known, [$this->opens, $this->highs, $this->lows, $this->volumes]);
            $last = $this->days[$of[count($of) - 1]];
            $bars[] = new PriceBar(
                $span === self::WEEK ? self::week($last) : sprintf('%04d-%02d', Day::year($last), Day::monthOfYear($last)),
                $this->days[$of[0]],
                $last,
                $opens[0] ?? null,
                $highs === [] ? null : max($highs),
                $lows === [] ? null : min($lows),
                $this->closes[$of[count($of) - 1]],
                $volumes === [] ? null : array_sum($volumes),
                count($of),
                ($span === self::WEEK ? self::friday($last) : Day::lastWeekdayOfMonth(Day::month($last))) <= $asOf,
            );
        }

        return $bars;
    }

    private static function week(int $day): string
    {
        return (new DateTimeImmutable(Day::iso($day)))->format('o-\WW');
    }

    /** Of the ISO week of a day. */
    private static function friday(int $day): int
    {
        return Day::plus($day, 5 - (int) (new DateTimeImmutable(Day::iso($day)))->format('N'));
    }
}
