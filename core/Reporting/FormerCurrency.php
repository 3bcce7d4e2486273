<?php

declare(strict_types=1);

namespace Logion\Reporting;

use Closure;
use Logion\Figure\Unit;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/**
 * Puts figures of reports that were made out in a former currency into the one a company reports in now, as if it had always
 * been that: balances at the rate of their day, flows at the mean of the month-end rates of their period (IAS 21.39 and 21.40).
 */
final readonly class FormerCurrency
{
    private const MONTHS = [0 => 12, FiscalPeriod::FIRST_HALF => 6, FiscalPeriod::SECOND_HALF => 6];

    /**
     * @param  non-empty-list<array{string, int}>  $former  currency, and the day YYYYMMDD from which reports were no longer made out in
     *     it; ascending
     * @param  Closure(string, string, int): ?float  $rate  units of the second currency for one of the first on a day
     * @param  Closure(int): int  $periodEnd  day by period
     */
    public function __construct(private array $former, private string $now, private Closure $rate, private Closure $periodEnd)
    {
    }

    /** The currency a report filed on a day was made out in. */
    public function on(int $day): string
    {
        foreach ($this->former as [$currency, $until]) {
            if ($day < $until) {
                return $currency;
            }
        }

        return $this->now;
    }

    /** Units of the currency of now for one of the day's; null where the rate is not known. */
    public function rateOn(int $day): ?float
    {
        return ($this->rate)($this->on($day), $this->now, $day);
    }

    /**
     * What a figure of a filing is multiplied by; null where a rate is not known.
     *
     * @param  bool  $overTime  whether it is a flow of its period, not a balance at its end
     */
    public function factor(Unit $unit, bool $overTime, int $period, int $filedOn): ?float
    {
        $currency = $this->on($filedOn);
        if ($currency === $this->now || ! in_array($unit, [Unit::Money, Unit::MoneyPerShare], true)) {
            return 1.0;
        }
        $end = ($this->periodEnd)($period);
        if (! $overTime) {
            return ($this->rate)($currency, $this->now, $end);
        }
        $sum = 0.0;
        $months = self::MONTHS[$period % 10] ?? 3;
        for ($i = 0; $i < $months; $i++) {
            $month = Day::year($end) * 12 + Day::monthOfYear($end) - 1 - $i;
            $rate = ($this->rate)($currency, $this->now, intdiv($month, 12) * 10000 + (($month % 12) + 1) * 100 + 31);
            if ($rate === null) {
                return null;
            }
            $sum += $rate;
        }

        return $sum / $months;
    }

    /** A fact in the currency of now; null where a rate is not known. */
    public function fact(FiledFact $fact): ?FiledFact
    {
        $item = LineItems::all()[$fact->line];
        $factor = $this->factor($item->unit, $item->isOverTime(), $fact->period, $fact->filedOn);

        return $factor === null
            ? null
            : ($factor === 1.0
                ? $fact
                : new FiledFact($fact->line, $fact->period, $fact->value * $factor, $fact->filedOn, $fact->filing, $fact->correction));
    }
}
