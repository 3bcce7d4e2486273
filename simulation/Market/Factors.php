<?php

declare(strict_types=1);

namespace Simulation\Market;

use Simulation\Calendar;
use Simulation\Chance;
use Simulation\Economy\BusinessCycle;
use Simulation\Economy\Economy;
use Simulation\Industry\Industry;

/**
 * What moves all shares together on a day, and those of an industry beyond that. The market looks some months ahead of activity, pays
 * less where rates rise, strays from what output is worth and finds back, and its calm and its fright both last (R. F. Engle, 1982;
 * T. Bollerslev, 1986).
 */
final class Factors
{
    /** How far ahead of activity prices move. */
    private const MONTHS_AHEAD = 4.5;

    /** Logarithmic change of the market for one unit of activity. */
    private const PER_ACTIVITY = 0.115;

    /** Change of the market for one point of the long rate, as a fraction. */
    private const PER_RATE = -4.0;

    private const DRIFT_A_YEAR = 0.062;

    private const LONG_RUN_VARIANCE = 0.00008;

    private readonly Chance $chance;

    /** @var array<string, Chance> */
    private array $chances = [];

    private int $until;

    private float $variance = self::LONG_RUN_VARIANCE;

    private float $stray = 0.0;

    /** @var array<string, float> how far each industry is from what it is worth */
    private array $strays = [];

    /** @var array<int, float> */
    private array $market = [];

    /** @var array<int, array<string, float>> */
    private array $industries = [];

    private ?float $rate = null;

    /** @var array<string, float> */
    private array $activities = [];

    public function __construct(private readonly int $seed, private readonly BusinessCycle $cycle, private readonly Economy $economy)
    {
        $this->chance = new Chance($seed, 'market');
        $this->until = \Logion\Time\Day::plus(Calendar::FIRST_DAY, -1);
    }

    /** Logarithmic move of the whole market on a workday. */
    public function market(int $day): float
    {
        $this->extend($day);

        return $this->market[$day];
    }

    /** What a share of an industry moves beyond the market, as a logarithm. */
    public function industry(int $day, string $code): float
    {
        $this->extend($day);

        return $this->industries[$day][$code];
    }

    private function extend(int $day): void
    {
        if ($day <= $this->until) {
            return;
        }
        foreach (Calendar::workdays($this->until, $day) as $next) {
            $this->step($next);
        }
        $this->until = $day;
    }

    private function step(int $day): void
    {
        $shock = sqrt($this->variance) * $this->chance->fat();
        $this->variance = 0.02 * self::LONG_RUN_VARIANCE + 0.09 * $shock ** 2 + 0.89 * $this->variance;
        $this->variance = min($this->variance, 9 * self::LONG_RUN_VARIANCE);
        $rate = $this->economy->onDay($day)['long'];
        $ahead = $this->changeOfActivity($day, 'market', self::MONTHS_AHEAD);
        $rise = $rate - ($this->rate ?? $rate);
        $this->rate = $rate;
        $shift = self::PER_ACTIVITY * $ahead + self::PER_RATE * $rise;
        // What is only mood is given back within a year or two.
        $return = -0.0038 * $this->stray + $shock;
        $this->stray += $return;
        $this->market[$day] = self::DRIFT_A_YEAR / 252 + $shift + $return;
        foreach (Industry::all() as $code => $industry) {
            $code = (string) $code;
            $chance = $this->chances[$code] ??= new Chance($this->seed, "industry {$code}");
            // Industries answer more or less than the market, and earlier or later.
            $own = 0.05 * ($industry->cyclicality - 0.9) * $this->changeOfActivity($day, $code, self::MONTHS_AHEAD - 3 * $industry->lag);
            $own += $industry->rateSensitivity * $rise;
            $mood = -0.0025 * ($this->strays[$code] ?? 0.0) + $industry->volatility * $chance->fat();
            $this->strays[$code] = ($this->strays[$code] ?? 0.0) + $mood;
            $this->industries[$day][$code] = $own + $mood;
        }
    }

    private function changeOfActivity(int $day, string $of, float $months): float
    {
        $now = $this->cycle->around($day, $months);
        $change = $now - ($this->activities[$of] ?? $now);
        $this->activities[$of] = $now;

        return $change;
    }
}
