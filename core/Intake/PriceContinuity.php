<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Time\Day;

/**
 * Looks at the closes of one share as a file gives them, in pieces of any order: whether a close jumps where no split is known,
 * and whether the prices are monthly with an unfinished month at their end. Keeps nothing but the ends of what it saw.
 */
final class PriceContinuity
{
    /** A close this many times the one before needs a split or is a slip. */
    private const JUMP = 8.0;

    /** Days between rows that speak of months. */
    private const MONTH = 20;

    /** A month whose last row lies before this day is not finished. */
    private const MONTH_END = 25;

    /** @var list<array{day: int, from: float, to: float}> */
    public array $jumps = [];

    /** @var array{int, float}|null */
    private ?array $before = null;

    /** @var array{int, float}|null */
    private ?array $after = null;

    private int $first = 0;

    private int $last = 0;

    private float $firstClose = 0.0;

    private float $lastClose = 0.0;

    private int $short = 0;

    private int $long = 0;

    /** @param  array<int, true>  $splits  days YYYYMMDD on which a split is known */
    public function __construct(private readonly array $splits = [])
    {
    }

    /** @param  array<int, float>  $closes  positive closes by day YYYYMMDD, in any order */
    public function add(array $closes): void
    {
        if ($closes === []) {
            return;
        }
        ksort($closes);
        $first = array_key_first($closes);
        $last = array_key_last($closes);
        if ($this->first === 0) {
            [$this->first, $this->firstClose] = [$first, $closes[$first]];
            [$this->last, $this->lastClose] = [$last, $closes[$last]];
        } elseif ($first > $this->last) {
            $this->step($this->last, $this->lastClose, $first, $closes[$first]);
            [$this->last, $this->lastClose] = [$last, $closes[$last]];
        } elseif ($last < $this->first) {
            $this->step($last, $closes[$last], $this->first, $this->firstClose);
            [$this->first, $this->firstClose] = [$first, $closes[$first]];
        }
        $before = $first;
        $closeBefore = $closes[$first];
        foreach ($closes as $day => $close) {
            if ($day !== $first) {
                $this->step($before, $closeBefore, $day, $close);
            }
            [$before, $closeBefore] = [$day, $close];
        }
    }

    /**
     * What is known just before and after the days of a file.
     *
     * @param  array{int, float}|null  $before  day and close
     * @param  array{int, float}|null  $after
     */
    public function beside(?array $before, ?array $after): void
    {
        [$this->before, $this->after] = [$before, $after];
    }

    /** A close of a file and the one known of the same day. */
    public function compare(int $day, float $known, float $close): void
    {
        if (self::jumps($known, $close)) {
            $this->jumps[] = ['day' => $day, 'from' => $known, 'to' => $close];
        }
    }

    /** All was added: the ends of the file are looked at with what is known beside them. */
    public function finish(): void
    {
        foreach (
            [[$this->before, [$this->first, $this->firstClose]], [[$this->last, $this->lastClose], $this->after]] as [$earlier, $later]
        ) {
            if ($earlier !== null && $later !== null && $earlier[0] > 0 && $later[0] > 0 && self::jumps($earlier[1], $later[1])) {
                $between = array_filter(
                    array_keys($this->splits),
                    static fn (int $split): bool => $split > $earlier[0] && $split <= $later[0],
                );
                $between === [] && ($this->jumps[] = ['day' => $later[0], 'from' => $earlier[1], 'to' => $later[1]]);
            }
        }
    }

    /** Whether most rows stand a month apart. */
    public function isMonthly(): bool
    {
        return $this->long > $this->short;
    }

    /** The last day, if the prices are monthly and it is no end of a month. */
    public function unfinishedMonth(): ?int
    {
        return $this->isMonthly() && $this->last % 100 < self::MONTH_END ? $this->last : null;
    }

    /** Whether a split is known after one day and up to another. */
    private function isSplit(int $after, int $upTo): bool
    {
        return array_filter(array_keys($this->splits), static fn (int $day): bool => $day > $after && $day <= $upTo) !== [];
    }

    private static function jumps(float $from, float $to): bool
    {
        return $to > self::JUMP * $from || $from > self::JUMP * $to;
    }

    private function step(int $before, float $closeBefore, int $day, float $close): void
    {
        if (($close > self::JUMP * $closeBefore || $closeBefore > self::JUMP * $close) && ! $this->isSplit($before, $day)) {
            $this->jumps[] = ['day' => $day, 'from' => $closeBefore, 'to' => $close];
        }
        // As numbers days of one month lie less than 31 apart, and others more; the calendar is asked only across months.
        $day - $before < 31 || Day::between($before, $day) < self::MONTH ? $this->short++ : $this->long++;
    }
}
