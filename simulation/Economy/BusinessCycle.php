<?php

declare(strict_types=1);

namespace Simulation\Economy;

use Logion\Time\Day;
use Simulation\Calendar;
use Simulation\Chance;

/**
 * Activity of the archipelago as a deviation from its trend, in units of which one is about 2.2 per cent of output. Expansions build up
 * slowly and end in downturns of several kinds: mild ones, and now and then a sharp one. Nobody in the simulation is told it; it shows
 * in what companies report, in the series of statistics, late, and in prices, early.
 */
final class BusinessCycle
{
    private const FIRST_YEAR = Calendar::FIRST_YEAR - 3;

    /** Years in which the downturns of history begin: all histories share them, their depth and exact time differ by the seed. */
    private const BEGINNINGS = [2015.6, 2019.9, 2023.0];

    /** Every third downturn, the second the first time, is sharp. */
    private const SHARP = 1;

    /** @var list<array{float, float}> turning points: year as a fraction, activity */
    private array $points = [[self::FIRST_YEAR, -0.2]];

    private int $downturns = 0;

    /** @var list<float> by quarter since the first year */
    private array $wobble = [];

    private readonly Chance $chance;

    private readonly Chance $wobbles;

    /** @var array<int, float> by day since the first year */
    private array $days = [];

    /** Day around which was asked last: all industries ask, and few look equally far. */
    private int $lastDay = 0;

    /** @var array<string, float> activity by months away from it */
    private array $around = [];

    public function __construct(int $seed)
    {
        $this->chance = new Chance($seed, 'business cycle');
        $this->wobbles = new Chance($seed, 'business cycle, wobble');
    }

    /** Activity at a time given in years, such as 2020.25 for the first of April 2020. */
    public function at(float $year): float
    {
        while ($this->points[count($this->points) - 1][0] <= $year) {
            $this->downturn();
        }
        $low = 0;
        $high = count($this->points) - 1;
        while ($high - $low > 1) {
            $middle = intdiv($low + $high, 2);
            $this->points[$middle][0] <= $year ? ($low = $middle) : ($high = $middle);
        }
        [$from, $a] = $this->points[$low];
        [$to, $b] = $this->points[$high];
        $share = max(0.0, min(1.0, ($year - $from) / ($to - $from)));
        // Smooth at the turning points.
        $share = $share * $share * (3 - 2 * $share);

        return $a + ($b - $a) * $share + $this->wobble($year);
    }

    public function onDay(int $day): float
    {
        return $this->days[$day] ??= $this->at(self::yearOf($day));
    }

    /** Activity so many months away from a day. */
    public function around(int $day, float $months): float
    {
        if ($day !== $this->lastDay) {
            $this->lastDay = $day;
            $this->around = [];
        }

        return $this->around[(string) $months] ??= $this->at(self::yearOf($day) + $months / 12);
    }

    public static function yearOf(int $day): float
    {
        return intdiv($day, 10000) + (Day::ordinal($day) - Day::ordinal(intdiv($day, 10000) * 10000 + 101)) / 365.25;
    }

    private function downturn(): void
    {
        $c = $this->chance;
        $n = $this->downturns++;
        $last = $this->points[count($this->points) - 1][0];
        $sharp = $n % 3 === self::SHARP;
        $start = (self::BEGINNINGS[$n] ?? $last + $c->between(2.4, 3.6)) + $c->between(-0.15, 0.15);
        $peak = $c->between(0.45, 0.9);
        $fall = $sharp ? $c->between(0.35, 0.5) : $c->between(0.7, 1.1);
        $depth = $sharp ? -$c->between(2.3, 2.6) : -$c->between(0.5, 0.9);
        $recovery = $sharp ? $c->between(0.7, 1.0) : $c->between(0.6, 0.9);
        $this->points[] = [$start, $peak];
        $this->points[] = [$start + $fall, $depth];
        $this->points[] = [$start + $fall + $recovery, $sharp ? 0.35 : 0.0];
    }

    private function wobble(float $year): float
    {
        $at = max(0.0, ($year - self::FIRST_YEAR) * 4);
        $quarter = (int) $at;
        while (count($this->wobble) < $quarter + 2) {
            $this->wobble[] =
                0.6 * ($this->wobble === [] ? 0.0 : $this->wobble[count($this->wobble) - 1]) + 0.09 * $this->wobbles->normal();
        }

        return $this->wobble[$quarter] + ($at - $quarter) * ($this->wobble[$quarter + 1] - $this->wobble[$quarter]);
    }
}
