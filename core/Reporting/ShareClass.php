<?php

declare(strict_types=1);

namespace Logion\Reporting;

use Logion\Market\PriceSeries;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;
use Logion\Time\TradingDays;

/** A listed class of shares beside the one whose price stands for the company. */
final readonly class ShareClass
{
    /** The line under which a class's own count is kept. */
    public const COUNT = 'shares_outstanding_period_end';

    /** A price older than this is no longer one: the class is not listed any more. */
    private const PRICE_DAYS = 30;

    /** A count reported so many quarters before counts, as for the company as a whole. */
    private const COUNT_QUARTERS = 3;

    /**
     * @param  string  $currency  it trades in
     * @param  float  $entitlement  shares of the main class that one share has the rights of
     * @param  list<FiledFact>  $counts  shares of the class by period, as filed
     */
    public function __construct(
        public string $name,
        public PriceSeries $prices,
        public string $currency,
        public float $entitlement,
        public array $counts,
    ) {
    }

    /**
     * Its price on a day, on the share basis of the as-of day.
     *
     * @return array{day: int, price: float}|null null while it is not listed
     */
    public function priceOn(int $day, int $asOf): ?array
    {
        $prices = $this->prices->asOf($asOf);
        $at = TradingDays::lastUntil($prices->days, $day);

        return $at < 0 || Day::between($prices->days[$at], $day) > self::PRICE_DAYS
            ? null
            : ['day' => $prices->days[$at], 'price' => $prices->closes[$at]];
    }

    /** Its latest count reported by a quarter, on the share basis of the as-of day; null if none was within a year. */
    public function countAt(int $quarter, int $asOf): ?float
    {
        $latest = null;
        foreach ($this->counts as $fact) {
            if (
                $fact->filedOn <= $asOf &&
                FiscalPeriod::lastQuarter($fact->period) <= $quarter &&
                ($latest === null ||
                    [FiscalPeriod::lastQuarter($fact->period), $fact->filedOn] > [
                        FiscalPeriod::lastQuarter($latest->period),
                        $latest->filedOn,
                    ])
            ) {
                $latest = $fact;
            }
        }
        if ($latest === null || FiscalPeriod::lastQuarter($latest->period) < FiscalPeriod::shiftQuarters($quarter, -self::COUNT_QUARTERS)) {
            return null;
        }

        return $latest->value *
            (new ShareBasis(FiledFacts::of($this->counts), $this->prices->actions->until($asOf), $asOf))->ratio($latest->filedOn);
    }
}
