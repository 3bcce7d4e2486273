<?php

declare(strict_types=1);

namespace Simulation\Industry;

/**
 * What is usual in an industry (a division of ISIC Rev. 4). Companies differ around it and are drawn back to it slowly. Shares of revenue
 * and rates a year are fractions, days are days of sales or of cost of sales.
 */
final readonly class Industry
{
    /**
     * @param  'industrial'|'bank'|'insurer'|'property'  $kind
     * @param  int  $weight  how many of a hundred and some companies
     * @param  list<string>  $trades  words of names
     * @param  float  $margin  operating
     * @param  float  $life  years over which fixed assets are used up
     * @param  float  $leverage  net debt to earnings before interest, tax, depreciation and amortisation that companies aim at
     * @param  float  $leases  right-of-use assets to revenue
     * @param  float  $prepaid  days of sales that customers have paid ahead
     * @param  float  $cyclicality  how much revenue answers to activity
     * @param  float  $lag  quarters after activity, negative before it
     * @param  float  $volatility  of the industry beyond the market, a day
     * @param  float  $rateSensitivity  fraction its shares gain beyond the market for a point of the long rate
     * @param  float  $dispersion  of growth among companies
     * @param  float  $fixed  share of costs that does not move with revenue
     * @param  list<float>  $season  by calendar quarter
     * @param  list<array{string, string}>  $drivers  what is counted and its unit
     */
    public function __construct(
        public string $code,
        public string $kind,
        public int $weight,
        public array $trades,
        public float $grossMargin = 0.0,
        public float $margin = 0.0,
        public float $research = 0.0,
        public float $receivableDays = 0.0,
        public float $inventoryDays = 0.0,
        public float $payableDays = 0.0,
        public float $capital = 0.0,
        public float $life = 12.0,
        public float $leverage = 1.5,
        public float $leases = 0.0,
        public float $prepaid = 0.0,
        public float $cyclicality = 1.0,
        public float $lag = 0.0,
        public float $volatility = 0.005,
        public float $beta = 1.0,
        public float $rateSensitivity = 0.0,
        public float $growth = 0.03,
        public float $dispersion = 0.04,
        public float $fixed = 0.4,
        public array $season = [1.0, 1.0, 1.0, 1.0],
        public array $drivers = [],
    ) {
    }

    /** @return array<int|string, self> by code */
    public static function all(): array
    {
        static $all = null;
        if ($all === null) {
            $all = [];
            foreach (require __DIR__.'/industries.php' as $code => $of) {
                $all[$code] = new self((string) $code, ...$of);
            }
        }

        return $all;
    }

    public static function of(string $code): self
    {
        return self::all()[$code] ?? throw new \LogicException("No industry {$code}.");
    }
}
