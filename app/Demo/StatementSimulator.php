<?php

declare(strict_types=1);

namespace App\Demo;

/**
 * Quarter by quarter statements that tie: every amount is a whole number of thousands, totals are sums of what is shown,
 * cash moves by the cash-flow statement and retained earnings by income less dividends.
 *
 * @phpstan-type Quarter array{year: int, quarter: int, lines: array<string, int|float>, value: float, dividends: list<array{int, float}>,
 *     shares: int}
 */
abstract class StatementSimulator
{
    protected const TAX = 0.25;

    /** Shares in thousands, on the basis of the day. */
    protected int $shares;

    protected float $dividendPerShare = 0.0;

    /** @var list<int> net income of the last four quarters */
    protected array $incomes = [];

    protected int $equityIssued = 0;

    public function __construct(protected readonly Profile $profile, protected readonly Macro $macro, protected readonly Chance $chance)
    {
        $this->shares = (int) round($profile->shares / 1000);
    }

    public static function for(Profile $profile, Macro $macro): self
    {
        $chance = new Chance($profile->seed);

        return match ($profile->template) {
            'bank' => new BankSimulator($profile, $macro, $chance),
            'insurer' => new InsurerSimulator($profile, $macro, $chance),
            'property' => new PropertySimulator($profile, $macro, $chance),
            default => new IndustrialSimulator($profile, $macro, $chance),
        };
    }

    /** @return list<Quarter> */
    public function run(): array
    {
        $quarters = [];
        for ($year = Calendar::FIRST_YEAR; $year <= Calendar::LAST_SIMULATED_YEAR; $year++) {
            for ($quarter = 1; $quarter <= 4; $quarter++) {
                $this->split($year, $quarter);
                $before = $this->shares;
                [$dps, $dividends] = $this->dividends($year, $quarter);
                $paid = (int) round($dps * $this->shares);
                $lines = $this->step($year, $quarter, $paid);
                $this->incomes = array_slice([...$this->incomes, (int) $lines['net_income']], -4);
                $average = ($before + $this->shares) / 2;
                $diluted = $average * 1.012;
                $lines['basic_shares_average'] = round($average);
                $lines['diluted_shares_average'] = round($diluted);
                $lines['shares_outstanding_period_end'] = $this->shares;
                $lines['earnings_per_share_basic'] = round($lines['net_income'] / $average, 4);
                $lines['earnings_per_share_diluted'] = round($lines['net_income'] / $diluted, 4);
                $lines['dividends_per_share'] = round($dps, 4);
                $quarters[] = [
                    'year' => $year,
                    'quarter' => $quarter,
                    'lines' => $lines,
                    'value' => 0.0,
                    'dividends' => $dividends,
                    'shares' => $this->shares,
                ];
            }
        }

        return $quarters;
    }

    /**
     * Advances the books by a quarter.
     *
     * @param  int  $dividends  cash paid, thousands
     * @return array<string, int|float>
     */
    abstract protected function step(int $year, int $quarter, int $dividends): array;

    /** Income a year that dividends are measured by. */
    protected function distributable(): float
    {
        return array_sum($this->incomes) * (count($this->incomes) === 4 ? 1.0 : 4 / max(1, count($this->incomes)));
    }

    /** Level of activity of a quarter: trend growth fading to its later rate, cycle and noise. */
    protected function growthOf(int $year): float
    {
        $share = min(1.0, ($year - Calendar::FIRST_YEAR) / 11);
        $path = $this->profile->events['growth'] ?? [];

        return $path[$year] ?? $this->profile->growth + ($this->profile->growthLater - $this->profile->growth) * $share;
    }

    protected function event(string $name, int $year, int $quarter): float
    {
        return (float) ($this->profile->events[$name][$year * 10 + $quarter] ?? 0.0);
    }

    private function split(int $year, int $quarter): void
    {
        $ratio = $this->event('split', $year, $quarter);
        if ($ratio > 0) {
            $this->shares = (int) round($this->shares * $ratio);
            $this->dividendPerShare /= $ratio;
        }
    }

    /**
     * Dividends going ex in a quarter: a share of income that is raised with it and held when income falls.
     *
     * @return array{float, list<array{int, float}>}
     */
    private function dividends(int $year, int $quarter): array
    {
        $profile = $this->profile;
        if ($profile->payout <= 0 || $this->incomes === []) {
            return [0.0, []];
        }
        if ($quarter === 1) {
            $wanted = max(0.0, ($this->distributable() * $profile->payout) / $this->shares);
            $cut = $this->event('dividend_cut', $year, 1);
            $this->dividendPerShare = match (true) {
                $cut > 0 => $this->dividendPerShare * (1 - $cut),
                isset($profile->events['dividend_grower']) => max(
                    $this->dividendPerShare * 1.02,
                    min($this->dividendPerShare * 1.09, $wanted),
                ) ?:
                $wanted,
                $wanted > $this->dividendPerShare => 0.4 * $this->dividendPerShare + 0.6 * $wanted,
                default => max($wanted, $this->dividendPerShare * ($wanted <= 0 ? 0.5 : 0.94)),
            };
        }
        $each = round($this->dividendPerShare / $profile->dividendFrequency, 4);
        $payments = [];
        if ($each <= 0) {
            return [0.0, []];
        }
        $times = match ($profile->dividendFrequency) {
            12 => [20, 50, 80],
            4 => [48],
            2 => $quarter % 2 === 0 ? [48] : [],
            default => $quarter === 2 ? [48] : [],
        };
        foreach ($times as $day) {
            $payments[] = [$day, $each];
        }

        return [$each * count($payments), $payments];
    }
}
