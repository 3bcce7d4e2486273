<?php

declare(strict_types=1);

namespace Logion\Formula;

use Logion\Figure\Absence;
use Logion\Market\PriceSeries;
use Logion\Market\Risk\Beta;
use Logion\Reporting\LineItem;

/** The company a function of the language is asked about, on one as-of day: what functions can read of it. */
interface Subject
{
    /** Bars until the as-of day, in the currency the share trades in. */
    public function prices(): PriceSeries;

    /** Whether prices are in the currency of the reports, so that no rate of any day stands between them. */
    public function tradesInReportingCurrency(): bool;

    /** Units of the reporting currency for one unit of the trading currency on a moment's day; 1 where no rate is known. */
    public function priceRate(Moment $moment): float;

    /** Position of the bar a moment looks at. */
    public function marketPosition(Moment $moment): int|Absence;

    /**
     * First bar of a window that ends with a bar; null if the prices do not reach back to its beginning.
     *
     * @param  bool  $base  whether the bar is wanted that the window begins after, from which returns are measured
     */
    public function windowStart(int $to, float|string $window, bool $base): ?int;

    /** @return list<?float> exponential mean of the closes on the days between two bars; null until it begins */
    public function exponentialMean(int $n, int $from, int $to): array;

    /** Relative strength index on the day of a bar; null before it begins. */
    public function relativeStrength(int $n, int $at): ?float;

    /** Beta on the home index over at most so many months; null where there are too few. */
    public function beta(int $months, Moment $moment): ?Beta;

    /** Total return of the home index over a window of the share. */
    public function indexReturn(Moment $moment, float|string $window): float|Absence;

    /** Dividends a share with an ex-date in a window, in the reporting currency. */
    public function dividends(Moment $moment, float|string $window): float|Absence;

    /** An expression on the trading days up to a moment that an exponential mean of n days remembers. */
    public function daily(Node $expression, Moment $moment, int $n): Vector|Absence;

    /** Value of a market or macro name at a moment. */
    public function market(string $name, Moment $moment): float|Absence;

    /**
     * Value of a statement line at a moment, in the reporting currency.
     *
     * @param  bool  $zeroIfAbsent  whether a line that a statement's totals show to be none counts as zero
     */
    public function line(LineItem $item, Moment $moment, bool $zeroIfAbsent = false): float|Absence;

    /**
     * Consensus for the k-th fiscal year not yet reported.
     *
     * @param  string  $part  mean, deviation or count
     */
    public function estimate(string $line, int $k, int $daysAgo, string $part, Moment $moment): float|Absence;

    /** What a share is worth by a method of valuation over its price, on the as-of day. */
    public function valueToPrice(string $method): float|Absence;

    /** How far a quarter's figure was from the consensus before its report, as a share of the consensus. */
    public function surprise(string $line, Moment $moment): float|Absence;
}
