<?php

declare(strict_types=1);

namespace Logion\Valuation;

/**
 * Discount factors of forecast years, compounding a rate per year.
 *
 * The flow of year t lies stub + t − 1 years ahead (end of year) or half a year less (stub/2 in the first year);
 * `stub` is the part of the first forecast year still ahead at the valuation date; negative where that year is over by so much,
 * and then its flow is past and counts for nothing.
 */
final readonly class Discounting
{
    /** @var list<float> */
    public array $factors;

    public float $endFactor;

    /** @param  list<float>  $rates one rate per forecast year */
    public function __construct(public array $rates, public Convention $convention = Convention::EndYear, public float $stub = 1.0)
    {
        $factors = [];
        $end = 1.0;
        foreach ($rates as $i => $rate) {
            $length = $i === 0 ? $stub : 1.0;
            $factors[] = $end * (1 + $rate) ** (-$length / ($convention === Convention::MidYear ? 2 : 1));
            $end *= (1 + $rate) ** -$length;
        }
        $this->factors = $factors;
        $this->endFactor = $end;
    }

    /** Calendar days to the fiscal year end / 365. */
    public static function stubFraction(int $valuationDay, int $fiscalYearEnd): float
    {
        return \Logion\Time\Day::between($valuationDay, $fiscalYearEnd) / 365;
    }

    /** Factor for a terminal value: the end of the last year, or half a year earlier when its own flows arrive mid-year. */
    public function terminalFactor(bool $midYearFlows = false): float
    {
        $last = $this->rates[count($this->rates) - 1] ?? 0.0;

        return $midYearFlows && $this->convention === Convention::MidYear ? $this->endFactor * (1 + $last) ** 0.5 : $this->endFactor;
    }
}
