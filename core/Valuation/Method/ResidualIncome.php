<?php

declare(strict_types=1);

namespace Logion\Valuation\Method;

use Logion\Valuation\Method\CashFlow\CashFlowValue;

/**
 * Value of equity from book value and income beyond its cost.
 *
 * @see J. A. Ohlson, "Earnings, Book Values, and Dividends in Equity Valuation", Contemporary Accounting Research 11(2), 1995
 */
final readonly class ResidualIncome
{
    /**
     * @param  list<float>  $costs  cost of equity of each year
     * @param  list<float>  $book  at the end of each year, by clean surplus
     * @param  list<float>  $residual  income less the charge on opening book
     * @param  list<float>  $dividends
     */
    private function __construct(
        private float $openingBook,
        private array $costs,
        public array $book,
        public array $residual,
        private array $dividends,
    ) {
    }

    /**
     * @param  list<float>  $earningsPerShare
     * @param  list<float>  $payouts  share of earnings paid out in each year
     * @param  float|list<float>  $costOfEquity  one for all years or one a year; what comes after is at the last one
     */
    public static function forecast(float $book, array $earningsPerShare, array $payouts, float|array $costOfEquity): self
    {
        $costs = is_array($costOfEquity) ? $costOfEquity : array_fill(0, count($earningsPerShare), $costOfEquity);
        $opening = $book;
        $books = $residual = $dividends = [];
        foreach ($earningsPerShare as $i => $earnings) {
            $residual[] = $earnings - $costs[$i] * $book;
            $dividends[] = $earnings * $payouts[$i];
            $books[] = $book += $earnings * (1 - $payouts[$i]);
        }

        return new self($opening, $costs, $books, $residual, $dividends);
    }

    /** Nothing beyond the forecast. */
    public function withoutContinuing(): float
    {
        return $this->openingBook + $this->present($this->residual);
    }

    /** Residual income growing for ever; null when the growth is not below the cost of equity. */
    public function withGrowth(float $growth): ?float
    {
        $continuing = $this->continuing($growth);

        return $continuing === null ? null : $this->withoutContinuing() + $continuing * $this->lastFactor();
    }

    /** Residual income dying away by a factor ω a year. */
    public function withPersistence(float $omega): float
    {
        return $this->withoutContinuing() +
            (($this->residual[count($this->residual) - 1] * $omega) / (1 + $this->lastCost() - $omega)) * $this->lastFactor();
    }

    /** The same value from dividends: their present value and that of closing book with its continuing value. */
    public function byDividends(float $growth): ?float
    {
        $continuing = $this->continuing($growth);
        if ($continuing === null) {
            return null;
        }

        return ($this->book[count($this->book) - 1] + $continuing) * $this->lastFactor() + $this->present($this->dividends);
    }

    /**
     * Ohlson's linear information dynamics.
     *
     * @return array{abnormal_earnings: float, alpha1: float, alpha2: float, value: float}
     */
    public static function ohlson(
        float $book,
        float $previousBook,
        float $earnings,
        float $costOfEquity,
        float $omega,
        float $gamma,
        float $otherInformation,
    ): array {
        $abnormal = $earnings - $costOfEquity * $previousBook;
        $alpha1 = $omega / (1 + $costOfEquity - $omega);
        $alpha2 = (1 + $costOfEquity) / ((1 + $costOfEquity - $omega) * (1 + $costOfEquity - $gamma));

        return [
            'abnormal_earnings' => $abnormal,
            'alpha1' => $alpha1,
            'alpha2' => $alpha2,
            'value' => $book + $alpha1 * $abnormal + $alpha2 * $otherInformation,
        ];
    }

    /**
     * Excess return on opening book, for banks and insurers: Σ (ROE − k_E)·B compounding k_E, and a stable state after.
     *
     * @param  list<float>  $returnOnEquity
     * @param  list<float>  $payouts
     * @param  list<float>  $costsOfEquity
     * @return array{book: list<float>, excess: list<float>, present: float, terminal: ?float, value: ?float}
     */
    public static function excessReturn(
        float $book,
        array $returnOnEquity,
        array $payouts,
        array $costsOfEquity,
        float $stableReturn,
        float $stableCost,
        float $growth,
    ): array {
        $opening = $book;
        $books = $excess = [];
        $present = 0.0;
        $factor = 1.0;
        foreach ($returnOnEquity as $i => $return) {
            $factor /= 1 + $costsOfEquity[$i];
            $excess[] = ($return - $costsOfEquity[$i]) * $book;
            $present += $excess[$i] * $factor;
            $books[] = $book *= 1 + $return * (1 - $payouts[$i]);
        }
        $terminal = CashFlowValue::growingPerpetuity(($stableReturn - $stableCost) * $book, $stableCost, $growth);

        return [
            'book' => $books,
            'excess' => $excess,
            'present' => $present,
            'terminal' => $terminal,
            'value' => $terminal === null ? null : $opening + $present + $terminal * $factor,
        ];
    }

    /**
     * Return on equity and growth for some years, then both on a straight line to what goes on for ever; paid out is what growth leaves.
     *
     * @return array{returns: list<float>, growth: list<float>, payouts: list<?float>, book: list<float>, excess: list<float>,
     *     present: float, terminal: ?float, value: ?float, by_dividends: ?float} null where the cost is not above the growth for ever; a
     *     payout below nothing is new capital, and null where nothing is earned
     */
    public static function fading(
        float $book,
        float $returnOnEquity,
        float $growth,
        int $highYears,
        int $fadeYears,
        float $costOfEquity,
        float $terminalGrowth,
        float $terminalReturn,
    ): array {
        $path = static fn (float $from, float $to): array => [
            ...$highYears > 0 ? array_fill(0, $highYears, $from) : [],
            ...CashFlowValue::fade($from, $to, $fadeYears),
        ];
        [$returns, $growths] = [$path($returnOnEquity, $terminalReturn), $path($growth, $terminalGrowth)];
        $opening = $book;
        $books = $excess = $payouts = [];
        $present = $paid = 0.0;
        $factor = 1.0;
        foreach ($returns as $i => $return) {
            $factor /= 1 + $costOfEquity;
            $excess[] = ($return - $costOfEquity) * $book;
            $present += $excess[$i] * $factor;
            $paid += ($return - $growths[$i]) * $book * $factor;
            $payouts[] = $return <= 0 ? null : 1 - $growths[$i] / $return;
            $books[] = $book *= 1 + $growths[$i];
        }
        $terminal = CashFlowValue::growingPerpetuity(($terminalReturn - $costOfEquity) * $book, $costOfEquity, $terminalGrowth);
        $dividends = CashFlowValue::growingPerpetuity(($terminalReturn - $terminalGrowth) * $book, $costOfEquity, $terminalGrowth);

        return [
            'returns' => $returns,
            'growth' => $growths,
            'payouts' => $payouts,
            'book' => $books,
            'excess' => $excess,
            'present' => $present,
            'terminal' => $terminal,
            'value' => $terminal === null ? null : $opening + $present + $terminal * $factor,
            'by_dividends' => $dividends === null ? null : $paid + $dividends * $factor,
        ];
    }

    private function continuing(float $growth): ?float
    {
        return CashFlowValue::growingPerpetuity($this->residual[count($this->residual) - 1] * (1 + $growth), $this->lastCost(), $growth);
    }

    private function lastFactor(): float
    {
        return array_product(array_map(static fn (float $cost): float => 1 / (1 + $cost), $this->costs));
    }

    private function lastCost(): float
    {
        return $this->costs[count($this->costs) - 1];
    }

    /** @param  list<float>  $amounts  at the end of each year */
    private function present(array $amounts): float
    {
        $value = 0.0;
        $factor = 1.0;
        foreach ($amounts as $i => $amount) {
            $factor /= 1 + $this->costs[$i];
            $value += $amount * $factor;
        }

        return $value;
    }
}
