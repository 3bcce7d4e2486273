<?php

declare(strict_types=1);

namespace Logion\Market;

use Logion\Time\Day;
use Logion\Time\TradingDays;
use WeakReference;

/**
 * Daily bars of one security with the closes adjusted for splits and for splits and dividends.
 *
 * Everything is on the share basis of the last event known, so a price is never set against another across a split.
 *
 * @property-read list<float> $adjusted closes adjusted for splits and dividends
 */
final class PriceSeries
{
    /** @var list<float>|null */
    private ?array $withDividends = null;

    /** What splits after the last bar do to all bars before. */
    private readonly float $pending;

    /** @var array<int, int>|null */
    private ?array $monthEnds = null;

    /**
     * The day asked for last, and the series as it was known then while somebody uses it: it refers to this one, and two that hold each
     * other would keep a company's prices in memory until PHP looks for such rings.
     *
     * @var array{int, WeakReference<self>}|null
     */
    private ?array $lastCut = null;

    /** What is sliced of a longer series when it is first read. */
    private const SLICED = ['days', 'rawCloses', 'closes', 'highs', 'lows', 'volumes', 'splitFactors'];

    private ?self $whole = null;

    /** @var array<int, self> this series as it was known before a later split, by how many splits there were */
    private array $before = [];

    private int $length = 0;

    /** @var list<float> */
    public readonly array $closes;

    /** @var list<float> */
    public readonly array $highs;

    /** @var list<float> */
    public readonly array $lows;

    /** @var list<float> */
    public readonly array $volumes;

    /** @var list<float> */
    public readonly array $splitFactors;

    /**
     * @param  list<int>  $days  YYYYMMDD, ascending
     * @param  list<float>  $rawCloses
     * @param  list<float>|null  $rawHighs
     * @param  list<float>|null  $rawLows
     * @param  list<float>|null  $rawVolumes  shares
     * @param  int|null  $asOf  day on whose share basis all is wanted, if events after the last bar count
     */
    public function __construct(
        public readonly array $days,
        public readonly array $rawCloses,
        private readonly ?array $rawHighs = null,
        private readonly ?array $rawLows = null,
        private readonly ?array $rawVolumes = null,
        public readonly CorporateActions $actions = new CorporateActions(),
        ?int $asOf = null,
    ) {
        if ($actions->splits === []) {
            $this->pending = 1.0;
            $this->splitFactors = $days === [] ? [] : array_fill(0, count($days), 1.0);
            $this->closes = $rawCloses;
            $this->highs = $rawHighs ?? $rawCloses;
            $this->lows = $rawLows ?? $rawCloses;
            $this->volumes = $rawVolumes ?? [];

            return;
        }
        // A split with an ex-date on which nothing traded yet is in force all the same: shares are counted in new ones from that day.
        $this->pending = $days === [] || $asOf === null ? 1.0 : 1 / $actions->splitRatio($days[count($days) - 1], $asOf);
        self::makeWhenRead($this);
    }

    private static function makeWhenRead(self $series): void
    {
        unset($series->splitFactors, $series->closes, $series->highs, $series->lows, $series->volumes);
    }

    /**
     * Many as-of days are asked for the last price only, and nothing about dividends: what a series is cut to, what splits make of it, and
     * the closes adjusted for dividends, are made when first read.
     *
     * @return list<float>
     */
    public function __get(string $name): array
    {
        if ($this->whole !== null && in_array($name, self::SLICED, true)) {
            return $this->{$name} = array_slice($this->whole->{$name}, 0, $this->length);
        }

        return match ($name) {
            'splitFactors' => $this->splitFactors = array_map(
                fn (float $factor): float => $factor * $this->pending,
                $this->actions->splitFactors($this->days, $this->rawCloses),
            ),
            'closes' => $this->closes = self::scaled($this->rawCloses, $this->splitFactors),
            'highs' => $this->highs = $this->rawHighs === null ? $this->closes : self::scaled($this->rawHighs, $this->splitFactors),
            'lows' => $this->lows = $this->rawLows === null ? $this->closes : self::scaled($this->rawLows, $this->splitFactors),
            'volumes' => $this->volumes = array_map(
                static fn (float $shares, float $factor): float => $shares * (1 / $factor),
                $this->rawVolumes ?? [],
                ($this->rawVolumes ?? []) === [] ? [] : $this->splitFactors,
            ),
            'adjusted' => $this->withDividends ??= $this->withDividends(),
            default => throw new \LogicException("A price series has no {$name}."),
        };
    }

    /** @return list<float> */
    private function withDividends(): array
    {
        $adjusted =
            $this->actions->splits === [] && $this->actions->dividends === [] && $this->actions->inKind === []
                ? $this->rawCloses
                : $this->actions->adjusted($this->rawCloses, $this->days, $this->rawCloses, true);

        return $this->pending === 1.0 ? $adjusted : array_map(fn (float $close): float => $close * $this->pending, $adjusted);
    }

    /**
     * @param  list<float>  $values
     * @param  list<float>  $factors
     * @return list<float>
     */
    private static function scaled(array $values, array $factors): array
    {
        $scaled = [];
        foreach ($values as $i => $value) {
            $scaled[] = $value * $factors[$i];
        }

        return $scaled;
    }

    /** The series as it was known on a day: no later bar, no later event. An index is asked for the same day company after company. */
    public function asOf(int $day): self
    {
        $cut = $this->lastCut !== null && $this->lastCut[0] === $day ? $this->lastCut[1]->get() : null;
        if ($cut === null) {
            $cut = $this->cut($day);
            if ($cut !== $this) {
                $this->lastCut = [$day, WeakReference::create($cut)];
            }
        }

        return $cut;
    }

    private function cut(int $day): self
    {
        $n = TradingDays::lastUntil($this->days, $day) + 1;
        $actions = $this->actions->until($day);
        if ($n === count($this->days)) {
            $same =
                $actions == $this->actions &&
                ($this->days === [] || $actions->splitRatio($this->days[count($this->days) - 1], $day) === 1.0);

            return $same ? $this : $this->asKnown($n, $actions, $day);
        }
        // Without a split from the last bar on, all is on the same basis already.
        $isSame = count($actions->splits) === count($this->actions->splits);
        if ($isSame && ($n < 1 || $actions->splitRatio($this->days[$n - 1], $day) === 1.0)) {
            return $this->part($n, $actions);
        }

        $splits = count($actions->splits);

        // Between two splits all days see the same bars, more or fewer of them.
        return $isSame
            ? $this->asKnown($n, $actions, $day)
            : ($this->before[$splits] ??= $this->beforeSplit($this->actions->splits[$splits][0]))->cut($day);
    }

    /** As it was known the day before the ex-date of a split. */
    private function beforeSplit(int $exDate): self
    {
        $day = Day::plus($exDate, -1);

        return $this->asKnown(TradingDays::firstFrom($this->days, $exDate), $this->actions->until($day), $day);
    }

    /** The first so many bars on the basis of what had happened by a day. */
    private function asKnown(int $n, CorporateActions $actions, int $day): self
    {
        $of = $this->whole ?? $this;

        return new self(
            array_slice($of->days, 0, $n),
            array_slice($of->rawCloses, 0, $n),
            $of->rawHighs === null ? null : array_slice($of->rawHighs, 0, $n),
            $of->rawLows === null ? null : array_slice($of->rawLows, 0, $n),
            $of->rawVolumes === null ? null : array_slice($of->rawVolumes, 0, $n),
            $actions,
            $day,
        );
    }

    /** The first so many bars, with what was known of events; nothing is copied until it is read. */
    private function part(int $n, CorporateActions $actions): self
    {
        $part = (new \ReflectionClass(self::class))->newInstanceWithoutConstructor();
        $part->actions = $actions;
        $part->pending = 1.0;
        $part->whole = $this->whole ?? $this;
        $part->length = $n;
        unset($part->days, $part->rawCloses);
        self::makeWhenRead($part);

        return $part;
    }

    /**
     * Levels on other trading days, scaled so that the first known one is `start`: a line to lay beside another. Null before the series
     * begins.
     *
     * @param  list<int>  $days  ascending
     * @param  bool  $dividends  whether they are reinvested
     * @return list<?float>
     */
    public function rebased(array $days, float $start, bool $dividends = true): array
    {
        $closes = $dividends ? $this->adjusted : $this->closes;
        $levels = array_map(function (int $day) use ($closes): ?float {
            $at = TradingDays::lastUntil($this->days, $day);

            return $at < 0 ? null : $closes[$at];
        }, $days);
        $first = array_values(array_filter($levels, is_float(...)))[0] ?? null;

        return array_map(
            static fn (?float $level): ?float => $level === null || $first === null ? null : ($level / $first) * $start,
            $levels,
        );
    }

    /**
     * The same prices in another currency; bars of days without a rate are left out.
     *
     * @param  \Closure(int): ?float  $rate  units of the other currency for one of this, by day
     */
    public function converted(\Closure $rate): self
    {
        $days = $closes = $highs = $lows = $volumes = [];
        foreach ($this->days as $i => $day) {
            $factor = $rate($day);
            if ($factor !== null) {
                $days[] = $day;
                $closes[] = $this->rawCloses[$i] * $factor;
                $highs[] = ($this->highs[$i] / $this->splitFactors[$i]) * $factor;
                $lows[] = ($this->lows[$i] / $this->splitFactors[$i]) * $factor;
                if ($this->volumes !== []) {
                    $volumes[] = $this->volumes[$i] * $this->splitFactors[$i];
                }
            }
        }
        $dividends = [];
        foreach ($this->actions->dividends as [$day, $amount]) {
            $factor = $rate($day);
            if ($factor !== null) {
                $dividends[] = [$day, $amount * $factor];
            }
        }

        return new self(
            $days,
            $closes,
            $highs,
            $lows,
            $volumes,
            new CorporateActions($this->actions->splits, $dividends, $this->actions->inKind),
        );
    }

    /** @return array<int, int> position of the last bar of each month YYYYMM */
    public function monthEnds(): array
    {
        return $this->monthEnds ??= TradingDays::monthEnds($this->days);
    }

    /** Position of the last bar; −1 if there is none. */
    public function last(): int
    {
        return $this->whole === null ? count($this->days) - 1 : $this->length - 1;
    }

    /** Position of the last bar not after a day; −1 if there is none. */
    public function lastUntil(int $day): int
    {
        return min($this->last(), TradingDays::lastUntil($this->calendar(), $day));
    }

    public function day(int $position): int
    {
        return $this->calendar()[$this->known($position)];
    }

    public function close(int $position): float
    {
        return ($this->whole ?? $this)->closes[$this->known($position)];
    }

    /** Null where volumes are not known. */
    public function volume(int $position): ?float
    {
        return ($this->whole ?? $this)->volumes[$this->known($position)] ?? null;
    }

    /**
     * The bars from one to another, in one of their figures.
     *
     * @param  'closes'|'highs'|'lows'|'volumes'|'adjusted'  $figure
     * @return list<float>
     */
    public function between(string $figure, int $from, int $to): array
    {
        // What dividends do to earlier closes depends on the last bar.
        $of = $figure === 'adjusted' ? $this : $this->whole ?? $this;

        return array_slice($of->{$figure}, $from, $this->known($to) - $from + 1);
    }

    /**
     * Days of the series this is the beginning of, for who looks for one up to a bar known here.
     *
     * @return list<int>
     */
    public function calendar(): array
    {
        return ($this->whole ?? $this)->days;
    }

    /** @throws \OutOfRangeException if the bar is later than the last one known */
    private function known(int $position): int
    {
        return $position <= $this->last() ? $position : throw new \OutOfRangeException("Bar {$position} is later than what is known.");
    }
}
