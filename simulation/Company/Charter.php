<?php

declare(strict_types=1);

namespace Simulation\Company;

use Simulation\Industry\Industry;

/** What a company is like when it enters the simulation. Rates are fractions, a year; amounts are in the currency it reports in. */
final class Charter
{
    /**
     * What happens to it that chance would not bring about, by name; fiscal quarters are written as year × 10 + quarter.
     *
     * @var array<string, mixed>
     */
    public array $events = [];

    /** Revenue of the first year; of a bank its income, of an insurer premiums, of a property company rents. */
    public float $revenue = 0.0;

    public float $growth = 0.03;

    public float $longGrowth = 0.03;

    public float $grossMargin = 0.0;

    /** Operating; of a bank the part of income that costs leave, of an insurer what claims and costs leave of premiums. */
    public float $margin = 0.0;

    public float $research = 0.0;

    public float $receivableDays = 0.0;

    public float $inventoryDays = 0.0;

    public float $payableDays = 0.0;

    public float $prepaidDays = 0.0;

    /** Capital expenditure to revenue. */
    public float $capital = 0.0;

    public float $life = 12.0;

    /** Net debt to earnings before interest, tax, depreciation and amortisation that it aims at. */
    public float $leverage = 1.0;

    public float $leases = 0.0;

    /** Whether leases are kept as operating leases, whose cost is one line and no debt. */
    public bool $operatingLeases = false;

    public float $cyclicality = 1.0;

    public float $fixed = 0.4;

    /** Deviation of revenue from its path, a quarter. */
    public float $noise = 0.02;

    public float $taxRate = 0.24;

    public float $payout = 0.35;

    public int $dividendsPerYear = 2;

    /** Part of the cash left after dividends that goes into its own shares. */
    public float $buyback = 0.0;

    public float $stockCompensation = 0.005;

    public float $beta = 1.0;

    /** Of its price beyond market and industry, a year. */
    public float $volatility = 0.25;

    public float $shares = 5e7;

    /** Cash it keeps to a year's revenue. */
    public float $cash = 0.08;

    public float $pension = 0.0;

    public float $minority = 0.0;

    public float $preferred = 0.0;

    public float $associates = 0.0;

    public bool $convertible = false;

    /** A company whose receivables run ahead of what customers will pay, from a fiscal year on; 0 for none. */
    public int $manipulatesFrom = 0;

    /** Whether it buys others. */
    public float $appetite = 0.0;

    public int $houses = 6;

    /** Days from the end of a fiscal year, and of another quarter, to its report. */
    public int $annualLag = 65;

    public int $quarterlyLag = 38;

    public bool $reportsBeforeOpening = true;

    public int $yearEndMonth = 12;

    public string $reportingCurrency = Names::CURRENCY;

    /** Part of the shares that changes hands in a year. */
    public float $turnover = 0.6;

    public float $freeFloat = 0.8;

    public float $shorted = 0.02;

    /** What a kind of business has of its own: see the books of each. @var array<string, float> */
    public array $own = [];

    public function __construct(
        public int $id,
        public int $seed,
        public string $name,
        public string $ticker,
        public string $country,
        public string $industryCode,
        public string $description,
    ) {
    }

    public function industry(): Industry
    {
        return Industry::of($this->industryCode);
    }

    public function kind(): string
    {
        return $this->industry()->kind;
    }

    /** Number of its exchange. */
    public function exchange(): int
    {
        return Names::exchangeOf($this->country);
    }
}
