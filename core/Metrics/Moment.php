<?php

declare(strict_types=1);

namespace Logion\Metrics;

/**
 * The point in time at which an expression is valued, relative to the as-of day: the basis, how many fiscal years, quarters
 * and trading days back, and whether market data are those of the period's end (inside windows and `ago`) or of the day.
 */
final readonly class Moment
{
    public int $id;

    private function __construct(
        public string $basis,
        public int $years,
        public int $quarters,
        public int $days,
        public bool $past,
    ) {
        $this->id = ((($years * 8192 + $quarters) * 8192 + $days) * 2 + (int) $past) * 3 + ['trailing' => 0, 'annual' => 1, 'quarter' => 2][$basis];
    }

    /** The basis a metric declares; "latest" and "daily" read statements as trailing. */
    public static function of(string $basis): self
    {
        static $made = [];

        return $made[$basis] ??= new self($basis === 'annual' || $basis === 'quarter' ? $basis : 'trailing', 0, 0, 0, false);
    }

    public function yearsAgo(int $years): self
    {
        static $made = [];

        return $years === 0 ? $this : $made[$this->id * 8192 + $years] ??= new self($this->basis, $this->years + $years, $this->quarters, 0, true);
    }

    public function quartersAgo(int $quarters): self
    {
        return $quarters === 0 ? $this : new self($this->basis, $this->years, $this->quarters + $quarters, 0, true);
    }

    public function daysAgo(int $days): self
    {
        return $days === 0 ? $this : new self($this->basis, $this->years, $this->quarters, $this->days + $days, $this->past);
    }

    /** The completed fiscal year this many years before the one of this moment; made once, for it is asked for over and over. */
    public function completedYear(int $yearsBack): self
    {
        static $made = [];

        return $made[$this->years + $yearsBack] ??= new self('annual', $this->years + $yearsBack, 0, 0, true);
    }

    /** A single quarter this many quarters back. */
    public function singleQuarter(int $quartersBack): self
    {
        return new self('quarter', $this->years, $this->quarters + $quartersBack, 0, true);
    }
}
