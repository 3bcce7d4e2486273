<?php

declare(strict_types=1);

namespace App\Demo;

/** Segments, regions and operating drivers of a company's annual reports: parts that add up to the totals, with a mix that shifts. */
final class BreakdownSimulator
{
    private const BUSINESSES = [
        ['Makes', 'Repairs'],
        ['Home trade', 'Export trade', 'Service'],
        ['Own label', 'For other houses'],
        ['Equipment', 'Supplies', 'Hire'],
    ];

    /** Operating driver by sector: what is counted, and its unit. */
    private const DRIVERS = [
        '07' => ['Ore milled', 'tonnes'],
        '24' => ['Metal sold', 'tonnes'],
        '10' => ['Tins sold', 'thousand'],
        '20' => ['Resin sold', 'tonnes'],
        '62' => ['Subscribers', 'number'],
        '61' => ['Lines connected', 'number'],
        '55' => ['Room nights sold', 'thousand'],
        '47' => ['Stores', 'number'],
        '50' => ['Passengers', 'thousand'],
        '35' => ['Power delivered', 'gigawatt hours'],
        '86' => ['Bed days', 'thousand'],
        '30' => ['Hulls delivered', 'number'],
    ];

    /** @var list<array{string, float, float}> member, share of revenue at first, drift a year */
    private array $businesses = [];

    /** @var list<array{string, float, float}> */
    private array $regions = [];

    /** Units of the driver for a thousand of revenue in the first year, and the change of price a year. */
    private float $volume;

    private float $inflation;

    public function __construct(private readonly Profile $profile)
    {
        $chance = new Chance($profile->seed + 4111);
        $this->volume = $chance->between(0.4, 4.0);
        $this->inflation = $chance->between(0.005, 0.03);
        if ($profile->template !== 'industrial') {
            return;
        }
        if (isset($profile->events['restructuring'])) {
            // From making things to licensing how they are made.
            $this->businesses = [['Manufacturing', 0.9, -0.035], ['Licences', 0.1, 0.035]];
        } elseif ($chance->uniform() < 0.7) {
            $names = $chance->pick(self::BUSINESSES);
            $drift = $chance->between(-0.015, 0.015);
            $left = 1.0;
            foreach ($names as $i => $name) {
                $share = $i === count($names) - 1 ? $left : $left * $chance->between(0.45, 0.7);
                $left -= $share;
                $this->businesses[] = [$name, $share, $i === 0 ? $drift : -$drift / (count($names) - 1)];
            }
        }
        if ($chance->uniform() < 0.8) {
            $abroad = $chance->between(0.1, 0.5);
            $this->regions = [[Names::COUNTRIES[$profile->country], 1 - $abroad, -0.004], ['Rest of the archipelago', $abroad, 0.004]];
        }
    }

    /**
     * Parts of a fiscal year.
     *
     * @param  array<string, int|float>  $lines  of the year, in thousands
     * @return list<array{string, string, string, string, float}> axis, member, line, unit, value
     */
    public function year(int $year, array $lines): array
    {
        $rows = [];
        $age = $year - Calendar::FIRST_YEAR;
        // Licences earn more on a sale; manufacturing earns that much less, so that the whole is what the statement says.
        $licences = 0.0;
        foreach ($this->businesses as [$name, $share, $drift]) {
            $licences += $name === 'Licences' ? max(0.03, min(0.97, $share + $drift * $age)) : 0.0;
        }
        foreach (['business' => $this->businesses, 'region' => $this->regions] as $axis => $members) {
            $left = (int) $lines['revenue'];
            foreach ($members as $i => [$name, $share, $drift]) {
                $revenue =
                    $i === count($members) - 1 ? $left : (int) round($lines['revenue'] * max(0.03, min(0.97, $share + $drift * $age)));
                $left -= $revenue;
                $rows[] = [$axis, $name, 'revenue', 'money', 1000.0 * $revenue];
                if ($axis === 'business' && isset($lines['operating_income'])) {
                    // Head office belongs to no segment.
                    $margin =
                        $lines['operating_income'] / max(1, $lines['revenue']) +
                        0.015 +
                        ($licences > 0 ? 0.2 * (($name === 'Licences' ? 1.0 : 0.0) - $licences) : 0.0);
                    $rows[] = [$axis, $name, 'operating_income', 'money', 1000.0 * round($revenue * $margin)];
                }
            }
        }
        $driver = self::DRIVERS[$this->profile->sector] ?? null;
        if ($driver !== null && $this->profile->template === 'industrial') {
            $units = round(($lines['revenue'] * $this->volume) / (1 + $this->inflation) ** $age / ($driver[1] === 'number' ? 100 : 1));
            $rows[] = ['driver', $driver[0], 'volume', $driver[1], $units];
            $rows[] = [
                'driver',
                $driver[0],
                'revenue for each',
                Names::CURRENCY,
                $units > 0 ? round((1000.0 * $lines['revenue']) / $units, 2) : 0.0,
            ];
        }

        return $rows;
    }
}
