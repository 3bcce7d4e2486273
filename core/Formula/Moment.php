<?php

declare(strict_types=1);

namespace Logion\Formula;

/**
 * The point in time at which an expression is valued, relative to the as-of day: the basis, how many fiscal years, quarters
 * and trading days back, and whether market data are those of the period's end (inside windows and `ago`) or of the day.
 *
 * A metric has its own basis wherever it is named, unless the moment binds its basis: in a window of fiscal years every
 * metric is that of the year, and `annual(x)`, `trailing(x)`, `quarter(x)` ask for another. Amounts are in the reporting
 * currency, or in the currency of the installation, the base, which formulas of users are written in.
 */
final readonly class Moment
{
    private const BASES = ['trailing' => 0, 'annual' => 1, 'quarter' => 2];

    /** The place in time alone, whatever the currency and whoever decides the basis of metrics. */
    public int $place;

    public int $id;

    private function __construct(
        public string $basis,
        public int $years = 0,
        public int $quarters = 0,
        public int $days = 0,
        public bool $past = false,
        public bool $bound = false,
        public bool $inBase = false,
    ) {
        $this->id = self::number($basis, $years, $quarters, $days, $past, $bound, $inBase);
        $this->place = $this->id >> 2;
    }

    /** Whether it is the as-of day itself, in whatever basis. */
    public function isNow(): bool
    {
        return ! $this->past && $this->years === 0 && $this->quarters === 0 && $this->days === 0;
    }

    private static function number(string $basis, int $years, int $quarters, int $days, bool $past, bool $bound, bool $inBase): int
    {
        return (((((((($years << 13) + $quarters) << 13) + $days) << 1) + (int) $past) * 3 + self::BASES[$basis]) << 2) +
            ((int) $bound << 1) +
            (int) $inBase;
    }

    /** Each moment is made once: windows ask for the same ones over and over. */
    private static function make(string $basis, int $years, int $quarters, int $days, bool $past, bool $bound, bool $inBase): self
    {
        static $made = [];
        if ($days > 0) {
            return new self($basis, $years, $quarters, $days, $past, $bound, $inBase);
        }

        return $made[self::number($basis, $years, $quarters, 0, $past, $bound, $inBase)] ??= new self(
            $basis,
            $years,
            $quarters,
            0,
            $past,
            $bound,
            $inBase,
        );
    }

    /** Now, in the basis a metric declares; "latest" and "daily" read statements as trailing. */
    public static function of(string $basis): self
    {
        return self::make(self::statements($basis), 0, 0, 0, false, false, false);
    }

    /** Now, for a formula that is no metric: trailing, amounts in the currency of the installation. */
    public static function ofFormula(): self
    {
        return self::make('trailing', 0, 0, 0, false, false, true);
    }

    private static function statements(string $basis): string
    {
        return $basis === 'annual' || $basis === 'quarter' ? $basis : 'trailing';
    }

    public function yearsAgo(int $years): self
    {
        return $years === 0
            ? $this
            : self::make($this->basis, $this->years + $years, $this->quarters, 0, true, $this->bound, $this->inBase);
    }

    public function quartersAgo(int $quarters): self
    {
        return $quarters === 0
            ? $this
            : self::make($this->basis, $this->years, $this->quarters + $quarters, 0, true, $this->bound, $this->inBase);
    }

    public function daysAgo(int $days): self
    {
        return $days === 0
            ? $this
            : self::make($this->basis, $this->years, $this->quarters, $this->days + $days, $this->past, $this->bound, $this->inBase);
    }

    /** The completed fiscal year this many years before the one of this moment. */
    public function completedYear(int $yearsBack): self
    {
        return self::make('annual', $this->years + $yearsBack, 0, 0, true, true, $this->inBase);
    }

    /** A single quarter this many quarters back. */
    public function singleQuarter(int $quartersBack): self
    {
        return self::make('quarter', $this->years, $this->quarters + $quartersBack, 0, true, true, $this->inBase);
    }

    /** The same moment in another basis, which the metrics named there take too. */
    public function inBasis(string $basis): self
    {
        return self::make(self::statements($basis), $this->years, $this->quarters, $this->days, $this->past, true, $this->inBase);
    }

    /** The moment at which a metric is valued that is named here. */
    public function ofMetric(string $basis): self
    {
        $basis = self::statements($basis);

        return $this->bound || $basis === $this->basis
            ? $this
            : self::make($basis, $this->years, $this->quarters, $this->days, $this->past, false, $this->inBase);
    }

    public function inBase(bool $inBase): self
    {
        return $inBase === $this->inBase
            ? $this
            : self::make($this->basis, $this->years, $this->quarters, $this->days, $this->past, $this->bound, $inBase);
    }
}
