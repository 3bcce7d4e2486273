<?php

declare(strict_types=1);

namespace Logion\Valuation;

/**
 * Value of equity from book value and income beyond its cost.
 *
 * @see J. A. Ohlson, "Earnings, Book Values, and Dividends in Equity Valuation", Contemporary Accounting Research 11(2), 1995
 */
final readonly class ResidualIncome
{
    /**
     * @param  list<float>  $book  at the end of each year, by clean surplus
     * @param  list<float>  $residual  income less the charge on opening book
     * @param  list<float>  $dividends
     */
    private function __construct(
        private float $openingBook,
        private float $costOfEquity,
        public array $book,
        public array $residual,
        private array $dividends,
    ) {
    }

    /**
     * @param  list<float>  $earningsPerShare
     * @param  list<float>  $payouts  share of earnings paid out in each year
     */
    public static function forecast(float $book, array $earningsPerShare, array $payouts, float $costOfEquity): self
    {
        $opening = $book;
        $books = $residual = $dividends = [];
        foreach ($earningsPerShare as $i => $earnings) {
            $residual[] = $earnings - $costOfEquity * $book;
            $dividends[] = $earnings * $payouts[$i];
            $books[] = $book += $earnings * (1 - $payouts[$i]);
        }

        return new self($opening, $costOfEquity, $books, $residual, $dividends);
    }

    /** Nothing beyond the forecast. */
    public function withoutContinuing(): float
    {
        $value = $this->openingBook;
        foreach ($this->residual as $i => $income) {
            $value += $income / (1 + $this->costOfEquity) ** ($i + 1);
        }

        return $value;
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
        return $this->withoutContinuing() + $this->residual[count($this->residual) - 1] * $omega / (1 + $this->costOfEquity - $omega) * $this->lastFactor();
    }

    /** The same value from dividends: their present value and that of closing book with its continuing value. */
    public function byDividends(float $growth): ?float
    {
        $continuing = $this->continuing($growth);
        if ($continuing === null) {
            return null;
        }
        $value = ($this->book[count($this->book) - 1] + $continuing) * $this->lastFactor();
        foreach ($this->dividends as $i => $dividend) {
            $value += $dividend / (1 + $this->costOfEquity) ** ($i + 1);
        }

        return $value;
    }

    /**
     * Ohlson's linear information dynamics.
     *
     * @return array{abnormal_earnings: float, alpha1: float, alpha2: float, value: float}
     */
    public static function ohlson(float $book, float $previousBook, float $earnings, float $costOfEquity, float $omega, float $gamma, float $otherInformation): array
    {
        $abnormal = $earnings - $costOfEquity * $previousBook;
        $alpha1 = $omega / (1 + $costOfEquity - $omega);
        $alpha2 = (1 + $costOfEquity) / ((1 + $costOfEquity - $omega) * (1 + $costOfEquity - $gamma));

        return ['abnormal_earnings' => $abnormal, 'alpha1' => $alpha1, 'alpha2' => $alpha2, 'value' => $book + $alpha1 * $abnormal + $alpha2 * $otherInformation];
    }

    /**
     * Excess return on opening book, for banks and insurers: Σ (ROE − k_E)·B compounding k_E, and a stable state after.
     *
     * @param  list<float>  $returnOnEquity
     * @param  list<float>  $payouts
     * @param  list<float>  $costsOfEquity
     * @return array{book: list<float>, excess: list<float>, present: float, terminal: ?float, value: ?float}
     */
    public static function excessReturn(float $book, array $returnOnEquity, array $payouts, array $costsOfEquity, float $stableReturn, float $stableCost, float $growth): array
    {
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

        return ['book' => $books, 'excess' => $excess, 'present' => $present, 'terminal' => $terminal, 'value' => $terminal === null ? null : $opening + $present + $terminal * $factor];
    }

    private function continuing(float $growth): ?float
    {
        return CashFlowValue::growingPerpetuity($this->residual[count($this->residual) - 1] * (1 + $growth), $this->costOfEquity, $growth);
    }

    private function lastFactor(): float
    {
        return (1 + $this->costOfEquity) ** -count($this->residual);
    }
}
