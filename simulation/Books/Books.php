<?php

declare(strict_types=1);

namespace Simulation\Books;

use Simulation\Chance;
use Simulation\Company\Charter;

/**
 * The books of a company, closed quarter by quarter, that tie: every amount is a whole number of thousands, totals are sums of what is
 * shown, cash moves by the cash-flow statement and retained earnings by income less dividends. Shares are counted in thousands.
 */
abstract class Books
{
    /** Outstanding, on the basis of the day. */
    public int $shares;

    /** Paid to holders of common shares since the last close, thousands. */
    public int $dividends = 0;

    /** Raised by issues of shares since the last close, thousands. */
    public int $raised = 0;

    /** Shares outstanding times days since the last close, for the average; and the days. */
    protected int $sharesAtStart;

    protected readonly Chance $chance;

    /** @var array<string, int> balances */
    protected array $b = [];

    /** Options of employees: count in thousands and mean price of exercise. */
    public int $options = 0;

    public float $strike = 0.0;

    /** Shares that convertible debt can become, thousands, and its amount. */
    public int $convertible = 0;

    /** Quarters in a row in which interest was not earned and debt was beyond what is owned or earned. */
    public int $distress = 0;

    /** Money it needs from shareholders, thousands: nothing while lenders and cash suffice. */
    public int $needs = 0;

    /** What buyers and sellers have known of the business and is not in its books yet, as a logarithm of its worth. */
    public float $prospects = 0.0;

    /** Cash nobody needs, thousands. */
    public int $idle = 0;

    /** @var list<int> what the last four quarters earned for common shareholders */
    protected array $incomes = [];

    public function __construct(protected readonly Charter $charter)
    {
        $this->shares = $this->sharesAtStart = max(100, (int) round($charter->shares / 1000));
        $this->chance = new Chance($charter->seed, "books {$charter->id}");
    }

    public static function of(Charter $charter): self
    {
        return match ($charter->kind()) {
            'bank' => new BankBooks($charter),
            'insurer' => new InsurerBooks($charter),
            'property' => new PropertyBooks($charter),
            default => new IndustrialBooks($charter),
        };
    }

    /**
     * Closes a quarter.
     *
     * @return array<string, int|float> lines: amounts and counts of shares in thousands, amounts a share whole
     */
    final public function close(Quarter $quarter): array
    {
        $this->grantOptions($quarter);
        $lines = $this->step($quarter);
        $average = ($this->sharesAtStart + $this->shares) / 2;
        $price = max(0.01, $quarter->price);
        $income = (int) $lines['net_income_common'];
        $diluted = $average;
        if ($income > 0) {
            // Treasury stock method, and as if converted where that dilutes (IAS 33).
            $diluted += $this->options * max(0.0, 1 - $this->strike / $price) + $this->convertible;
        }
        $lines['basic_shares_average'] = round($average);
        $lines['diluted_shares_average'] = max($lines['basic_shares_average'], round($diluted));
        $lines['shares_outstanding_period_end'] = $this->shares;
        $lines['earnings_per_share_basic'] = round($income / $lines['basic_shares_average'], 4);
        $lines['earnings_per_share_diluted'] = round($income / $lines['diluted_shares_average'], 4);
        // Property companies pay out of their funds from operations: depreciation is no cost to them.
        $this->incomes = array_slice([...$this->incomes, (int) ($lines['adjusted_funds_from_operations'] ?? $income)], -4);
        $this->sharesAtStart = $this->shares;
        $this->dividends = $this->raised = 0;

        return $lines;
    }

    /**
     * Moves the books by a quarter, with what was paid out and raised meanwhile.
     *
     * @return array<string, int|float>
     */
    abstract protected function step(Quarter $quarter): array;

    /** Income a year for common shareholders, from what was earned lately; null in the first quarter. */
    final public function earned(): ?float
    {
        return $this->incomes === [] ? null : (4 * array_sum($this->incomes)) / count($this->incomes);
    }

    /** New shares for old ones. */
    final public function split(float $ratio): void
    {
        foreach (['shares', 'sharesAtStart', 'options', 'convertible'] as $count) {
            $this->{$count} = (int) round($this->{$count} * $ratio);
        }
        $this->strike /= $ratio;
    }

    /** Shares issued for money. */
    final public function issue(int $shares, int $thousands): void
    {
        $this->shares += $shares;
        $this->raised += $thousands;
        $this->needs = 0;
    }

    /** Whether creditors will not wait any longer. */
    public function isBankrupt(): bool
    {
        return false;
    }

    /** Buys shares at the market, at most a part of them; what was spent. */
    final protected function repurchase(int $thousands, float $most, float $price): int
    {
        if ($thousands <= 0 || $price <= 0) {
            return 0;
        }
        $count = (int) floor(min($thousands / $price, $most * $this->shares));
        $this->shares -= $count;

        return (int) round($count * $price);
    }

    protected function event(string $name, Quarter $quarter): float
    {
        return (float) ($this->charter->events[$name][$quarter->period()] ?? 0.0);
    }

    /** What an event by year says from that year on. */
    protected function since(string $name, int $year): ?float
    {
        $value = null;
        foreach ($this->charter->events[$name] ?? [] as $from => $of) {
            $value = $from <= $year ? (float) $of : $value;
        }

        return $value;
    }

    /** Growth a year, drawn from its own rate to its long one. */
    protected function growth(Quarter $quarter, float $before): float
    {
        $told = $this->since('growth', $quarter->year);
        $shock = 0.12 * $this->charter->industry()->dispersion * $this->chance->normal();

        return $told ?? $before + 0.045 * ($this->charter->longGrowth - $before) + $shock;
    }

    /** Options are granted a little each quarter at the price of the day, and used when they are worth something. */
    private function grantOptions(Quarter $quarter): void
    {
        if ($this->charter->kind() !== 'industrial' || $quarter->price <= 0) {
            return;
        }
        $granted = (int) round(min(0.006, 0.16 * $this->charter->stockCompensation) * $this->shares);
        if ($quarter->price > 1.15 * $this->strike && $this->options > 0) {
            $used = (int) round(0.05 * $this->options);
            $this->options -= $used;
            $this->issueOptions($used);
        }
        $all = $this->options + $granted;
        $this->strike = $all > 0 ? ($this->options * $this->strike + $granted * $quarter->price) / $all : 0.0;
        $this->options = (int) round(0.985 * $all);
    }

    private function issueOptions(int $used): void
    {
        $this->shares += $used;
        $this->raised += (int) round($used * $this->strike);
    }
}
