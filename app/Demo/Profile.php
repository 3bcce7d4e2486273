<?php

declare(strict_types=1);

namespace App\Demo;

/**
 * What a demo company is like: the drivers its statements and prices are simulated from. Rates are a year, fractions.
 */
final class Profile
{
    /** @var array<string, mixed> events by name: see docs/guide/demo-companies.md */
    public array $events = [];

    public function __construct(
        public int $seed,
        public string $name,
        public string $ticker,
        public string $country,
        public string $sector,
        public string $template,
        public string $description,
        public float $revenue,
        public float $growth,
        public float $growthLater,
        public float $grossMargin,
        public float $operatingMargin,
        public float $cyclicality,
        public float $debtToRevenue,
        public float $capitalIntensity,
        public float $payout,
        public float $buyback,
        public float $noise,
        public float $beta,
        public float $multiple,
        public float $shares,
        public float $research = 0.0,
        public float $stockCompensation = 0.005,
        public int $yearEndMonth = 12,
        public string $reportingCurrency = Names::CURRENCY,
        public int $dividendFrequency = 2,
        public int $analysts = 8,
        public float $turnover = 0.7,
    ) {
    }
}
