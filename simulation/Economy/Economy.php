<?php

declare(strict_types=1);

namespace Simulation\Economy;

use Simulation\Calendar;
use Simulation\Chance;

/**
 * Rates, prices, output and work of the archipelago, month by month, and the rate of exchange with the one currency beside its own.
 * Prices rise faster some time after activity does, and much faster after the recovery from a sharp downturn; the bank of issue
 * answers by a smoothed rule (J. B. Taylor, 1993); long rates follow it in part.
 */
final class Economy
{
    private const FIRST_YEAR = Calendar::FIRST_YEAR - 2;

    private const TREND_GROWTH = 0.018;

    private const OUTPUT_PER_UNIT = 0.022;

    private const TARGET_INFLATION = 0.02;

    private const NEUTRAL_RATE = 0.007;

    private readonly Chance $chance;

    private readonly Chance $exchange;

    /** @var list<array{policy: float, bill: float, long: float, spread: float, prices: float, output: float, unemployment: float}> */
    private array $months = [];

    private float $pressure = 0.0;

    /** @var array<int, float> crowns for one noble by workday */
    private array $rates = [];

    private int $ratesUntil = (self::FIRST_YEAR + 1) * 10000 + 1231;

    private float $deviation = 0.0;

    public function __construct(int $seed, private readonly BusinessCycle $cycle)
    {
        $this->chance = new Chance($seed, 'economy');
        $this->exchange = new Chance($seed, 'exchange rate');
    }

    /**
     * What held in a month.
     *
     * @return array{policy: float, bill: float, long: float, spread: float, prices: float, output: float, unemployment: float} rates a
     *     year as fractions; prices and output as indices
     */
    public function month(int $year, int $month): array
    {
        $at = max(0, ($year - self::FIRST_YEAR) * 12 + $month - 1);
        while (count($this->months) <= $at) {
            $this->step();
        }

        return $this->months[$at];
    }

    /** @return array{policy: float, bill: float, long: float, spread: float, prices: float, output: float, unemployment: float} */
    public function onDay(int $day): array
    {
        return $this->month(intdiv($day, 10000), intdiv($day, 100) % 100);
    }

    /** Change of prices over the twelve months to a month. */
    public function inflation(int $year, int $month): float
    {
        return $this->month($year, $month)['prices'] / $this->month($year - 1, $month)['prices'] - 1;
    }

    /** Change of output over a year, of the calendar quarter. */
    public function growth(int $year, int $quarter): float
    {
        $of = fn (int $year): float => array_sum(
            array_map(fn (int $m): float => $this->month($year, 3 * $quarter - $m)['output'], [0, 1, 2]),
        );

        return $of($year) / $of($year - 1) - 1;
    }

    /** Crowns for one noble at the end of a day. */
    public function exchangeRate(int $day): float
    {
        if ($day > $this->ratesUntil) {
            foreach (Calendar::workdays($this->ratesUntil, $day) as $next) {
                $this->deviation = 0.9985 * $this->deviation + 0.0042 * $this->exchange->fat();
                $this->rates[$next] = round(1.3 * exp($this->deviation), 5);
            }
            $this->ratesUntil = $day;
        }
        while (! isset($this->rates[$day])) {
            $day = \Logion\Time\Day::plus($day, -1);
            if ($day < self::FIRST_YEAR * 10000) {
                return 1.3;
            }
        }

        return $this->rates[$day];
    }

    private function step(): void
    {
        $c = $this->chance;
        $n = count($this->months);
        $year = self::FIRST_YEAR + intdiv($n, 12) + ($n % 12) / 12;
        $activity = $this->cycle->at($year);
        $last = $this->months[$n - 1] ?? [
            'policy' => 0.017,
            'bill' => 0.018,
            'long' => 0.029,
            'spread' => 0.016,
            'prices' => 100.0,
            'output' => 100.0,
            'unemployment' => 0.052,
        ];
        // Goods are short after a deep fall that was made good quickly.
        $shortage = max(0.0, -$this->cycle->at($year - 1.3) - 1.2) * max(0.0, $this->cycle->at($year - 0.3) + 0.1);
        $this->pressure = 0.93 * $this->pressure + 0.0001 * $c->normal() + 0.0007 * $shortage;
        $monthly = self::TARGET_INFLATION / 12 + 0.00028 * $this->cycle->at($year - 0.6) + $this->pressure;
        $prices = $last['prices'] * (1 + $monthly + 0.0007 * $c->normal());
        $expected = 12 * $monthly;
        $rule = self::NEUTRAL_RATE + $expected + 0.5 * ($expected - self::TARGET_INFLATION) + 0.006 * $activity;
        $policy = max(0.001, 0.9 * $last['policy'] + 0.1 * $rule);
        $spread = max(0.009, 0.85 * $last['spread'] + 0.15 * (0.016 + 0.011 * max(0.0, -$activity)) + 0.0006 * $c->normal());
        $long = max(0.004, 0.93 * $last['long'] + 0.07 * (0.55 * $policy + 0.45 * 0.033 + 0.004) + 0.0011 * $c->normal());
        $trend = 100.0 * exp((self::TREND_GROWTH * $n) / 12);
        $this->months[] = [
            'policy' => $policy,
            'bill' => max(0.0005, $policy + 0.0008 + 0.0003 * $c->normal()),
            'long' => $long,
            'spread' => $spread,
            'prices' => $prices,
            'output' => $trend * (1 + self::OUTPUT_PER_UNIT * $activity + 0.0008 * $c->normal()),
            'unemployment' => max(0.022, 0.85 * $last['unemployment'] + 0.15 * (0.053 - 0.014 * $this->cycle->at($year - 0.3))),
        ];
    }
}
