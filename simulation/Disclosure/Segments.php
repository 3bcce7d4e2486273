<?php

declare(strict_types=1);

namespace Simulation\Disclosure;

use Simulation\Calendar;
use Simulation\Chance;
use Simulation\Company\Charter;
use Simulation\Company\Names;

/** Segments, regions and what is counted in a company's annual reports: parts that add up to the totals, with a mix that shifts. */
final class Segments
{
    private const BUSINESSES = [
        ['Makes', 'Repairs'],
        ['Home trade', 'Export trade', 'Service'],
        ['Own label', 'For other houses'],
        ['Equipment', 'Supplies', 'Hire'],
    ];

    /** @var list<array{string, float, float, float}> member, part of revenue at first, drift a year, margin beside the others' */
    private array $businesses = [];

    /** @var list<array{string, float, float}> */
    private array $regions = [];

    /**
     * What is counted, its unit, units for a thousand of revenue at first, and the change of price a year.
     *
     * @var array{string, string, float, float}|null
     */
    private ?array $driver = null;

    public function __construct(private readonly Charter $charter)
    {
        $c = new Chance($charter->seed, "segments {$charter->id}");
        if ($charter->kind() !== 'industrial') {
            return;
        }
        $events = $charter->events;
        if (isset($events['restructuring'])) {
            // From making things to licensing how they are made.
            $this->businesses = [['Manufacturing', 0.9, -0.035, -0.02], ['Licences', 0.1, 0.035, 0.18]];
        } elseif (isset($events['conglomerate'])) {
            foreach ($events['conglomerate'] as [$name, $share, $margin]) {
                $this->businesses[] = [$name, $share, 0.0, $margin - 0.11];
            }
        } elseif ($c->happens(0.7)) {
            $names = $c->pick(self::BUSINESSES);
            $drift = $c->between(-0.015, 0.015);
            $left = 1.0;
            foreach ($names as $i => $name) {
                $share = $i === count($names) - 1 ? $left : $left * $c->between(0.45, 0.7);
                $left -= $share;
                $this->businesses[] = [$name, $share, $i === 0 ? $drift : -$drift / (count($names) - 1), $c->between(-0.03, 0.03)];
            }
        }
        if ($c->happens(0.8)) {
            $abroad = $c->between(0.1, 0.5);
            $this->regions = [[Names::COUNTRIES[$charter->country], 1 - $abroad, -0.004], ['Rest of the archipelago', $abroad, 0.004]];
        }
        $drivers = $charter->industry()->drivers;
        if ($drivers !== []) {
            [$name, $unit] = isset($events['market']) ? [$events['market']['name'], $events['market']['unit']] : $c->pick($drivers);
            $this->driver = [$name, $unit, $c->between(0.4, 4.0) * ($unit === 'number' ? 0.01 : 1.0), $c->between(0.003, 0.025)];
        }
    }

    /**
     * Parts of a fiscal year.
     *
     * @param  array<string, int|float>  $lines  of the year, in thousands
     * @param  float  $price  in the market of its goods, relative to prices in general
     * @param  array{revenue: int, operating_income: int}  $owned  what of it a business made that stands apart; zeros where there is none
     * @return list<array{string, string, string, string, float}> axis, member, line, unit, value
     */
    public function year(int $year, array $lines, float $price, array $owned): array
    {
        $rows = [];
        $age = $year - Calendar::FIRST_YEAR;
        $whole = 0.0;
        $revenue = (int) $lines['revenue'] - $owned['revenue'];
        $income = ($lines['operating_income'] ?? 0) - $owned['operating_income'];
        foreach ($this->businesses as [, $share, $drift, $better]) {
            $whole += self::part($share, $drift, $age) * $better;
        }
        foreach (['business' => $this->businesses, 'region' => $this->regions] as $axis => $members) {
            $all = $axis === 'business' ? $revenue : (int) $lines['revenue'];
            $left = $all;
            foreach ($members as $i => [$name, $share, $drift]) {
                $of = $i === count($members) - 1 ? $left : (int) round($all * self::part($share, $drift, $age));
                $left -= $of;
                $rows[] = [$axis, $name, 'revenue', 'money', 1000.0 * $of];
                if ($axis === 'business' && isset($lines['operating_income'])) {
                    // Head office belongs to no segment.
                    $margin = $income / max(1, $revenue) + 0.015 + ($members[$i][3] ?? 0.0) - $whole;
                    $rows[] = [$axis, $name, 'operating_income', 'money', 1000.0 * round($of * $margin)];
                }
            }
        }
        if ($owned['revenue'] !== 0) {
            if ($this->businesses === []) {
                $rows[] = ['business', 'Other business', 'revenue', 'money', 1000.0 * $revenue];
                $rows[] = ['business', 'Other business', 'operating_income', 'money', 1000.0 * $income];
            }
            $name = $this->charter->events['spins_off']->name;
            $rows[] = ['business', $name, 'revenue', 'money', 1000.0 * $owned['revenue']];
            $rows[] = ['business', $name, 'operating_income', 'money', 1000.0 * $owned['operating_income']];
        }
        if ($this->driver !== null) {
            [$name, $unit, $volume, $inflation] = $this->driver;
            $units = round(($revenue * $volume) / (1 + $inflation) ** $age / $price);
            $rows[] = ['driver', $name, 'volume', $unit, $units];
            $rows[] = [
                'driver',
                $name,
                'revenue for each',
                $this->charter->reportingCurrency,
                $units > 0 ? round((1000.0 * $revenue) / $units, 2) : 0.0,
            ];
        }

        return $rows;
    }

    private static function part(float $share, float $drift, int $age): float
    {
        return max(0.03, min(0.97, $share + $drift * $age));
    }
}
